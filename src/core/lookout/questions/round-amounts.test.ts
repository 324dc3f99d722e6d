import { describe, expect, it } from "vitest";
import { activityOf } from "../../fixtures";
import { USUAL_LOOKOUT } from "../settings";
import { roundAmounts } from "./round-amounts";

const settings = USUAL_LOOKOUT.roundAmounts;
const PEOPLE = ["ana", "bo", "cy", "di", "eli", "fay"];

/** Forty documents of each, of uneven amounts about a middle; one person's are rounded. */
const written = (middle: number, currency: string, rounded: (amount: number) => number, type = "order") =>
  PEOPLE.flatMap((requester, place) =>
    Array.from({ length: 40 }, (_, index) => {
      const uneven = Math.round(middle * (0.4 + ((index * 7 + place) % 40) / 30)) + index * 13 + 1;
      const minor = requester === "fay" ? rounded(uneven) : uneven;
      return {
        hours: index * 60 + place,
        amount: minor,
        gross: { minor, currency },
        requester,
        type,
        party: `${requester} ${index}`,
      };
    }),
  );
const to = (unit: number) => (amount: number) => Math.round(amount / unit) * unit;
const told = (rows: ReturnType<typeof written>) =>
  roundAmounts(activityOf(rows), settings).raised.map(({ people }) => people.join());

describe("round amounts", () => {
  it("are told by the size of amounts: hundreds where a thousand is usual, ten thousands of pesos where four hundred thousand are", () => {
    expect(told(written(120_000, "EUR", to(10_000)))).toEqual(["fay"]);
    expect(told(written(400_000, "CLP", to(10_000)))).toEqual(["fay"]);
  });
  it("are not what is small change where amounts are large: tens of pesos, whole euros", () => {
    expect(told(written(400_000, "CLP", to(10)))).toEqual([]);
    expect(told(written(120_000, "EUR", to(100)))).toEqual([]);
  });
  it("go by each type and currency by itself", () => {
    const small = written(120_000, "EUR", to(10_000));
    const large = written(90_000_000, "CLP", (amount) => amount).map((row) => ({
      ...row,
      requester: `${row.requester}2`,
    }));
    expect(told([...small, ...large])).toEqual(["fay"]);
    const other = written(90_000_000, "EUR", (amount) => amount, "limit");
    expect(told([...small, ...other])).toEqual(["fay"]);
  });
});

// A checkpoint by schedule, made in parts after a start: the same root as in one go, once a day, and nothing when nothing has happened.
import { describe, expect, it } from "vitest";
import { merkleRoot, leafHash } from "@/core/records";
import { testApp, testOrder } from "../../../demo/test-app";
import { submit } from "../../../demo/test-books";
import { checkpointInParts, checkpointsOf } from "./checkpoints";
import { lastSeq } from "./log";

describe("a checkpoint by schedule", () => {
  it("takes as many rounds as the log is long, and then has the root of all of it, by the definition of RFC 6962", () => {
    const app = testApp();
    for (let count = 0; count < 3; count += 1) submit(app, testOrder(1_000 + count));
    const hashes = app.db.prepare("SELECT hash FROM event ORDER BY seq").pluck().all() as string[];
    let rounds = 1;
    while (checkpointInParts(app, 5)) rounds += 1;
    expect(rounds).toBe(Math.ceil(hashes.length / 5));
    const [made] = checkpointsOf(app.db);
    expect(made!.size).toBe(hashes.length);
    expect(made!.root).toBe(
      Buffer.from(merkleRoot(hashes.map((one) => leafHash(new Uint8Array(Buffer.from(one, "hex")))))).toString("hex"),
    );
    const before = lastSeq(app.db);
    expect(checkpointInParts(app, 5)).toBe(false);
    app.clock.set("2026-03-12T09:00:00.000Z");
    expect([checkpointInParts(app, 5), lastSeq(app.db)]).toEqual([false, before]);
    submit(app, testOrder(5_000));
    while (checkpointInParts(app, 5));
    expect(checkpointsOf(app.db)).toHaveLength(2);
  });
});

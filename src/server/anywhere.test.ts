// A few letters lead to what somebody may open, and to nothing else.
import { describe, expect, it } from "vitest";
import { openAccounts, person, testApp, testOrder } from "../../demo/test-app";
import { submit } from "../../demo/test-books";
import { findAnywhere } from "./anywhere";

describe("going anywhere", () => {
  const app = testApp();
  openAccounts(app);
  const { id } = submit(app, testOrder(60_000, { title: "Cordage for the Gannet", supplier: "Northrigg Cordage" }));
  const find = (who: string, text: string) => findAnywhere(app, person(app, who), text).map(({ href }) => href);

  it("finds documents, people, policies and accounts by a few letters, accents and order aside", () => {
    expect(find("benedita-corvo", "cordage")).toEqual([`/documents/${id}`, "/back-office/accounts/northrigg-cordage"]);
    expect(find("benedita-corvo", id.toUpperCase())).toEqual([`/documents/${id}`]);
    expect(find("benedita-corvo", "orders purchase")).toEqual(["/policies/purchase-orders"]);
    expect(find("benedita-corvo", "tome card")).toEqual(["/people/tome-cardigos"]);
  });

  it("shows nobody what they may not open", () => {
    expect(find("noor-halvorsrud", "cordage")).toEqual([`/documents/${id}`]);
    expect(find("petra-zimbral", "cordage")).toEqual([]);
    expect(find("petra-zimbral", "purchase orders")).toEqual([]);
  });

  it("gives nothing for a letter, and takes what has a meaning in a search as it is", () => {
    for (const text of ["", " ", "c", '"', "100% *", "cordage'--", "NEAR("])
      expect([text, find("benedita-corvo", text)]).toEqual([text, []]);
  });
});

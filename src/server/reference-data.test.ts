// People, policies and rates are read once and kept; a change is seen wherever it was made, and one that was undone is not.
import { describe, expect, it } from "vitest";
import { person, testApp, value, type TestApp } from "../../demo/test-app";
import { openDatabase } from "./db/open";
import { newCommandId } from "./log/log";
import { opened, sealerOfLog } from "./log/sealed";
import { changePeople } from "./people/commands";
import { readReferenceData } from "./reference-data";

const rename = (app: TestApp, name: string) =>
  value(
    changePeople(
      app,
      person(app, "joaquina-teles"),
      { type: "change person", person: "rui-tavares", name, from: null },
      newCommandId(),
    ),
  );

describe("what is kept of people", () => {
  it("is the same object until something changes, and follows the clock", () => {
    const app = testApp();
    const world = readReferenceData(app);
    expect(readReferenceData(app)).toBe(world);
    rename(app, "Rui Tavares Pinto");
    expect(person(app, "rui-tavares").name).toBe("Rui Tavares Pinto");
  });

  it("is read anew after a change by another connection to the same database", () => {
    const app = testApp();
    const other: TestApp = { ...app, db: openDatabase(app.folder) };
    expect([person(app, "rui-tavares").name, person(other, "rui-tavares").name]).toEqual([
      "Rui Tavares",
      "Rui Tavares",
    ]);
    rename(other, "Rui de Tavares");
    expect(person(app, "rui-tavares").name).toBe("Rui de Tavares");
    // And so is what is sealed: a name the one has learnt is not written in clear by the other.
    expect(sealerOfLog(app.db).seal("Rui de Tavares")).toBe(sealerOfLog(other.db).seal("Rui de Tavares"));
    expect(sealerOfLog(app.db).seal("Rui de Tavares")).toMatch(/^sealed:/);
    other.db.close();
  });

  it("forgets what a transaction saw that was undone", () => {
    const app = testApp();
    const undone = app.db.transaction(() => {
      rename(app, "Nobody at all");
      expect(person(app, "rui-tavares").name).toBe("Nobody at all");
      expect(sealerOfLog(app.db).seal("Nobody at all")).toMatch(/^sealed:/);
      throw new Error("undone");
    });
    expect(() => undone.immediate()).toThrow("undone");
    // The next transaction begins without anything having been asked in between.
    app.db.transaction(() => expect(person(app, "rui-tavares").name).toBe("Rui Tavares")).immediate();
    expect(sealerOfLog(app.db).seal("Nobody at all")).toBe("Nobody at all");
    expect(opened(app.db, { actor: sealerOfLog(app.db).seal("rui-tavares") }).actor).toBe("rui-tavares");
    expect(readReferenceData(app)).toBe(readReferenceData(app));
  });
});

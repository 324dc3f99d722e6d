// The gate knows the sessions that this server gave, and no others, whatever state the database is in.
import fs from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { testApp } from "../../../demo/test-app";
import { temporaryFolder } from "../../../demo/temporary";
import { startSession } from "../access/sessions";
import { knownSessions } from "./known-session.mjs";

describe("a session cookie", () => {
  it("is known while its session is there, and half a minute longer", () => {
    const app = testApp();
    let now = 0;
    const isSession = knownSessions(app.folder, () => now);
    expect(isSession("made up")).toBe(false);
    const { token } = startSession(app, "rui-tavares", "password", "x");
    expect(isSession(token)).toBe(true);
    app.db.prepare("DELETE FROM session").run();
    expect(isSession(token)).toBe(true);
    now += 31_000;
    expect(isSession(token)).toBe(false);
  });

  it("is nobody’s where there is no database yet, or none that can be read, and known once there is", () => {
    const folder = temporaryFolder();
    let now = 0;
    const isSession = knownSessions(folder, () => now);
    expect(isSession("a")).toBe(false);
    fs.writeFileSync(path.join(folder, "bandeira.db"), "not a database at all ".repeat(500));
    now += 2_000;
    expect(isSession("b")).toBe(false);
    const app = testApp();
    const { token } = startSession(app, "rui-tavares", "password", "x");
    app.db.pragma("wal_checkpoint(TRUNCATE)");
    fs.copyFileSync(path.join(app.folder, "bandeira.db"), path.join(folder, "bandeira.db"));
    now += 2_000;
    expect(isSession(token)).toBe(true);
  });
});

// A way in works from its message alone: its address is whole, stands in the one letter that is for its person, and is shown to nobody else once messages leave.
import { afterEach, describe, expect, it, vi } from "vitest";
import { person, testApp, value, type TestApp } from "../../../demo/test-app";
import { letterOf } from "../messages/post-room";
import { accessLinkOf, invite, invited, takeInvitation } from "./invitations";

const admin = (app: TestApp) => person(app, "joaquina-teles");
const lettersTo = (app: TestApp, who: string) =>
  app.db.prepare("SELECT id, subject, body FROM letter WHERE person = ? ORDER BY id").all(who) as {
    id: number;
    subject: string;
    body: string;
  }[];

afterEach(() => vi.unstubAllEnvs());

describe("a new way in", () => {
  it("goes by a message with the whole address, from the address that is set", async () => {
    vi.stubEnv("BANDEIRA_ADDRESS", "https://approvals.marevia.example/");
    const app = testApp();
    const { address } = value(invite(app, admin(app), "rui-tavares"));
    expect(address).toMatch(/^https:\/\/approvals\.marevia\.example\/invitation\/[\w-]{20,}$/);
    const [letter] = lettersTo(app, "rui-tavares");
    expect(letter!.subject).toBe("Bandeira: choose your password");
    expect(letterOf(app, person(app, "rui-tavares"), letter!.id)!.message.actions).toEqual([
      { label: "Choose your password", url: address },
    ]);
    const token = address!.split("/").at(-1)!;
    expect(invited(app, token)?.id).toBe("rui-tavares");
    value(await takeInvitation(app, { token, password: "harbour wall at low tide" }, { device: "x", machine: null }));
    expect(accessLinkOf(app, letter!.id)).toBeNull();
  });

  it("is shown to the administrator only where no message leaves the machine, and is in no event", () => {
    vi.stubEnv("BANDEIRA_SMTP", "smtp://localhost:1");
    const app = testApp();
    app.demo = false;
    expect(value(invite(app, admin(app), "rui-tavares")).address).toBeNull();
    const [letter] = lettersTo(app, "rui-tavares");
    const link = accessLinkOf(app, letter!.id)!;
    const token = link.split("/").at(-1)!;
    const events = app.db.prepare("SELECT data FROM event").pluck().all() as string[];
    expect(events.some((data) => data.includes(token))).toBe(false);
    expect(letterOf(app, admin(app), letter!.id)!.message.actions).toEqual([]);
    vi.stubEnv("BANDEIRA_SMTP", "");
    expect(value(invite(app, admin(app), "rui-tavares")).address).toContain("/invitation/");
    // The one before no longer works, and its letter says nothing more.
    expect(invited(app, token)).toBeNull();
    expect(accessLinkOf(app, letter!.id)).toBeNull();
  });
});

// A way in works from its message alone: its address is whole, stands in the one letter that is for its person, and is shown to nobody else once messages leave.
import { afterEach, describe, expect, it, vi } from "vitest";
import { codes, person, testApp, value, type TestApp } from "../../../demo/test-app";
import { letterOf } from "../messages/post-room";
import { accessLinkOf, invite, inviteAll, invited, takeInvitation, withoutWayIn } from "./invitations";

const admin = (app: TestApp) => person(app, "joaquina-teles");
const lettersTo = (app: TestApp, who: string) =>
  app.db.prepare("SELECT id, subject, body FROM letter WHERE person = ? ORDER BY id").all(who) as {
    id: number;
    subject: string;
    body: string;
  }[];

afterEach(() => vi.unstubAllEnvs());

describe("a new sign-in link", () => {
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

describe("ways in for many", () => {
  it("go to everybody who has none, once, for as long as is said, and take nobody's password from them", async () => {
    vi.stubEnv("BANDEIRA_ADDRESS", "https://approvals.marevia.example/");
    const app = testApp();
    const before = value(invite(app, admin(app), "rui-tavares"));
    const token = before.address!.split("/").at(-1)!;
    value(await takeInvitation(app, { token, password: "harbour wall at low tide" }, { device: "x", machine: null }));
    const waiting = withoutWayIn(app).map(({ id }) => id);
    expect(waiting).not.toContain("rui-tavares");
    expect(codes(inviteAll(app, person(app, "benedita-corvo"), 7))).toBe("forbidden");
    const { invited: sent } = value(inviteAll(app, admin(app), 7));
    expect(sent).toHaveLength(waiting.length);
    expect(new Set(sent.map(({ address }) => address)).size).toBe(waiting.length);
    expect(lettersTo(app, "noor-halvorsrud").at(-1)!.body).toContain("it works once, for 7 days");
    expect(
      lettersTo(app, "rui-tavares").filter(({ subject }) => subject.endsWith("a new sign-in link was made")),
    ).toEqual([]);
    expect(withoutWayIn(app)).toEqual([]);
    expect(value(inviteAll(app, admin(app), 7)).invited).toEqual([]);
    const theirs = sent
      .find(({ name }) => name === "Noor Halvorsrud")!
      .address!.split("/")
      .at(-1)!;
    expect(invited(app, theirs)?.id).toBe("noor-halvorsrud");
    app.wall.set(new Date(Date.parse(app.wall.now()) + 7 * 86_400_000).toISOString());
    expect(invited(app, theirs)).toBeNull();
  });
});

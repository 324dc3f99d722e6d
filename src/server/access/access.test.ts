// Ways in: passwords, one-time codes, sessions, invitations and the first start; what is tried and refused is in the log.
import { generateSync } from "otplib";
import { describe, expect, it } from "vitest";
import { codes, person, testApp, value, type TestApp } from "../../../demo/test-app";
import { temporaryFolder } from "../../../demo/temporary";
import type { App } from "../app";
import { handClock } from "../clock";
import { openDatabase } from "../db/open";
import { changePeople } from "../people/commands";
import { newCommandId } from "../log/log";
import { firstStart, offerCodes, setOwnPassword, switchCodesOff, switchCodesOn } from "./account";
import { invite, invited, takeInvitation } from "./invitations";
import { waitAfter } from "./attempts";
import { stepOfCode } from "./codes";
import { hashPassword, whyNotPassword } from "./passwords";
import { changeDetail, mask, maskedDetails, openDetail } from "./private-details";
import { endSession, endSessions, personOfSession, sessionsOf, startSession } from "./sessions";
import { signIn } from "./sign-in";

/** The secret of a new sign-in link for Rui Tavares, out of the address that the administrator is shown. */
const wayIn = (app: TestApp) =>
  value(invite(app, person(app, "joaquina-teles"), "rui-tavares"))
    .address!.split("/")
    .at(-1)!;

const origin = { machine: "test", device: "Test browser" };
const PASSWORD = "quay side lantern 7";
const RUI = "rui-tavares@marevia.example";

/** A way in for Rui Tavares with a password, by invitation of the administrator. */
async function withPassword(): Promise<TestApp> {
  const app = testApp();
  const token = wayIn(app);
  value(await takeInvitation(app, { token, password: PASSWORD }, origin));
  return app;
}
const enter = (app: App, email = RUI, password = PASSWORD, code = "") => signIn(app, { email, password, code }, origin);
const later = (app: TestApp, minutes: number) =>
  app.wall.set(new Date(Date.parse(app.wall.now()) + minutes * 60_000).toISOString());
const logged = (app: App) =>
  (
    app.db.prepare("SELECT type, data FROM event WHERE stream LIKE 'access:%' ORDER BY seq").all() as {
      type: string;
      data: string;
    }[]
  ).map((event) => `${event.type} ${event.data}`);

describe("one-time codes", () => {
  // RFC 6238, Appendix B, SHA-1 with the secret 12345678901234567890, shortened to six digits; values from memory of the published table.
  const secret = "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ";
  it.each([
    [59, "287082"],
    [1111111109, "081804"],
    [1111111111, "050471"],
    [1234567890, "005924"],
    [2000000000, "279037"],
    [20000000000, "353130"],
  ])("at %d it is %s", (epoch, code) => {
    expect(stepOfCode(secret, code, epoch, -1)).toBe(Math.floor(epoch / 30));
    expect(stepOfCode(secret, code, epoch, Math.floor(epoch / 30))).toBeNull();
    expect(stepOfCode(secret, code, epoch + 90, -1)).toBeNull();
  });

  it("are asked for once they are switched on, taken once, and switched off with the password", async () => {
    const app = await withPassword();
    const rui = person(app, "rui-tavares");
    const { secret, uri } = value(offerCodes(app, rui));
    expect(uri).toContain(`secret=${secret}`);
    const code = () => generateSync({ secret, epoch: Date.parse(app.wall.now()) / 1000 });
    const on = (code: string, password = PASSWORD) => switchCodesOn(app, rui, { secret, code, password }, "here");
    expect(codes(await on("000000"))).toBe("wrong code");
    // A page left open is no way in for somebody else's device.
    expect(codes(await on(code(), "wrong password"))).toBe("wrong");
    expect(codes(await enter(app))).toBe("done");
    value(await on(code()));
    expect(codes(await on(code()))).toBe("already");
    expect(app.db.prepare("SELECT subject FROM letter WHERE person = 'rui-tavares'").pluck().all()).toContain(
      "Your account: one-time codes were switched on",
    );
    expect(codes(await enter(app))).toBe("code required");
    expect(codes(await enter(app, RUI, PASSWORD, code()))).toBe("wrong code");
    later(app, 1);
    const now = code();
    // Of two who use the same code at the same time one comes in.
    expect(
      (await Promise.all([enter(app, RUI, PASSWORD, now), enter(app, RUI, PASSWORD, now)])).map(codes).sort(),
    ).toEqual(["done", "wrong code"]);
    expect(codes(await switchCodesOff(app, rui, "wrong password", "here"))).toBe("wrong");
    value(await switchCodesOff(app, rui, PASSWORD, "here"));
    expect(codes(await enter(app))).toBe("done");
  });

  it("need a password first", () => {
    const app = testApp();
    expect(codes(offerCodes(app, person(app, "rui-tavares")))).toBe("no password");
  });
});

describe("e-mail and password", () => {
  it("are kept as argon2id with the cost it was made with", async () => {
    const encoded = await hashPassword(PASSWORD, []);
    expect(encoded).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    const app = await withPassword();
    expect(app.db.prepare("SELECT password_hash FROM credential").pluck().get()).not.toContain(PASSWORD);
    expect(logged(app).join()).not.toContain(PASSWORD);
  });

  it.each([
    ["short", "too short 9".slice(0, 9)],
    ["with a name in it", "rui-tavares rules"],
    ["of few letters", "aaaaaaaaaabbbb"],
    ["beyond measure", "x1".repeat(150)],
  ])("a password %s is refused", async (_name, password) => {
    expect(await hashPassword(password, ["Rui", "Tavares"])).toMatchObject({ code: "password" });
  });

  it("open a session; what is wrong is not told apart; who has left does not come in", async () => {
    const app = await withPassword();
    const { token } = value(await enter(app, " Rui-Tavares@Marevia.example "));
    expect(personOfSession(app, token)?.id).toBe("rui-tavares");
    const refusals = await Promise.all([
      enter(app, RUI, "no"),
      enter(app, "nobody@nowhere.example"),
      enter(app, "petra-zimbral@marevia.example"),
    ]);
    expect(new Set(refusals.map((one) => JSON.stringify(one))).size).toBe(1);
    app.clock.set("2026-03-10T12:00:00.000Z");
    value(
      changePeople(
        app,
        person(app, "joaquina-teles"),
        {
          type: "leave",
          person: "rui-tavares",
          lastDay: "2026-03-09",
          successor: "petra-zimbral",
          reportsTo: "petra-zimbral",
          heads: { engineering: null },
          positions: {},
          ownedBy: "petra-zimbral",
          standIn: null,
        },
        newCommandId(),
      ),
    );
    expect(personOfSession(app, token)).toBeNull();
    expect(codes(await enter(app))).toBe("wrong");
  });

  it("after ten wrong attempts each waits longer than the one before, up to a quarter of an hour, and what comes too early moves nothing on", async () => {
    const app = await withPassword();
    for (let attempt = 0; attempt < 10; attempt += 1) expect(codes(await enter(app, RUI, "wrong one"))).toBe("wrong");
    expect(await enter(app)).toMatchObject({
      ok: false,
      refusals: [
        {
          code: "too many attempts",
          message: "Too many attempts; try again in 1 second, or ask an administrator for a new sign-in link",
        },
      ],
    });
    for (let early = 0; early < 50; early += 1) expect(codes(await enter(app))).toBe("too many attempts");
    later(app, 1 / 60);
    expect(codes(await enter(app, RUI, "wrong one"))).toBe("wrong");
    later(app, 1 / 60);
    expect(codes(await enter(app))).toBe("too many attempts");
    later(app, 1 / 60);
    expect(codes(await enter(app))).toBe("done");
    // Eleven that were tried, and one line for all that were not.
    expect(logged(app).filter((one) => one.startsWith("sign-in refused")).length).toBe(12);
    expect(app.db.prepare("SELECT SUM(count) FROM attempt_refused").pluck().get()).toBe(52);
    expect([waitAfter(9, 10), waitAfter(10, 10), waitAfter(13, 10), waitAfter(99, 10)]).toEqual([
      0, 1000, 8000, 900_000,
    ]);
  });

  it("sixty at once are ten guesses, the right one among the others or not", async () => {
    const app = await withPassword();
    const tried = await Promise.all(
      Array.from({ length: 60 }, (_, index) => enter(app, RUI, index === 59 ? PASSWORD : `wrong one ${index}`)),
    );
    const outcomes = tried.map(codes);
    expect([outcomes.filter((one) => one === "wrong").length, outcomes.filter((one) => one === "done").length]).toEqual(
      [10, 0],
    );
  });

  it("a stranger who goes on trying does not keep the owner out, who comes from a browser they have used before", async () => {
    const app = await withPassword();
    const { device } = value(await enter(app));
    for (let attempt = 0; attempt < 30; attempt += 1) await enter(app, RUI, "wrong one");
    expect(codes(await enter(app))).toBe("too many attempts");
    const own = await signIn(app, { email: RUI, password: PASSWORD, code: "" }, { ...origin, known: device });
    expect(codes(own)).toBe("done");
    // What a browser keeps is known to its own account alone.
    const other = { email: "petra-zimbral@marevia.example", password: "wrong one", code: "" };
    for (let attempt = 0; attempt < 11; attempt += 1) await signIn(app, other, { ...origin, known: device });
    expect(codes(await signIn(app, other, { ...origin, known: device }))).toBe("too many attempts");
  });

  it("one machine that tries many accounts waits as well, and what it tries is not logged for ever", async () => {
    const app = await withPassword();
    const before = logged(app).length;
    for (let attempt = 0; attempt < 60; attempt += 1) await enter(app, `somebody-${attempt}@x.example`, "wrong one");
    expect(codes(await enter(app))).toBe("too many attempts");
    expect(logged(app).length - before).toBe(1);
  });
});

describe("a change of what somebody signs in with", () => {
  it("asks for the password, is slowed down like a sign-in, ends other sessions and tells the person", async () => {
    const app = await withPassword();
    const rui = person(app, "rui-tavares");
    const here = startSession(app, rui.id, "password", "Here").token;
    const elsewhere = startSession(app, rui.id, "password", "Elsewhere").token;
    const set = (current: string, password = "lantern on the far pier") =>
      setOwnPassword(app, rui, { current, password }, here);
    for (let attempt = 0; attempt < 10; attempt += 1) expect(codes(await set("wrong one"))).toBe("wrong");
    expect(codes(await set(PASSWORD))).toBe("too many attempts");
    later(app, 1);
    value(await set(PASSWORD));
    expect([personOfSession(app, here)?.id, personOfSession(app, elsewhere)]).toEqual(["rui-tavares", null]);
    expect(told(app, rui.id)).toContain("Your account: a new password was set");
  });

  it("by a new sign-in link tells the owner when it is made and when it is used", async () => {
    const app = await withPassword();
    const token = wayIn(app);
    expect(told(app, "rui-tavares")).toContain("Your account: a new sign-in link was made");
    value(await takeInvitation(app, { token, password: "lantern on the far pier" }, origin));
    expect(told(app, "rui-tavares")).toContain("Your account: a new password was set through a new sign-in link");
  });

  // NIST SP 800-63B, 5.1.1.2 (from memory): values known from lists are refused, and there are no rules of composition.
  it.each([
    ["password1234", true],
    ["qwertyuiop123", true],
    ["iloveyouiloveyou", true],
    ["aaaaaaaaaaaaaa", true],
    ["12345678901234", true],
    ["correct stapler harbour", false],
    ["all lower case words of no list", false],
  ])("“%s” is known or guessed: %s", (password, refused) => {
    expect(whyNotPassword(password, []) !== null).toBe(refused);
  });
});

const told = (app: App, who: string) =>
  app.db.prepare("SELECT subject FROM letter WHERE person = ? ORDER BY id").pluck().all(who) as string[];

describe("sessions", () => {
  it("end after half an hour in which nobody used them; a page that only waits for news does not use one", () => {
    const app = testApp();
    const { token } = startSession(app, "rui-tavares", "password", "One");
    later(app, 29);
    expect(personOfSession(app, token, false)?.id).toBe("rui-tavares");
    later(app, 2);
    expect(personOfSession(app, token)).toBeNull();
  });

  it("end by themselves after twelve hours of use, and when somebody ends them", () => {
    const app = testApp();
    const rui = person(app, "rui-tavares");
    const first = startSession(app, "rui-tavares", "password", "One").token;
    const second = startSession(app, "rui-tavares", "password", "Two").token;
    expect(sessionsOf(app, "rui-tavares", second).map((one) => `${one.device} ${one.current}`)).toEqual([
      "One false",
      "Two true",
    ]);
    const [one] = sessionsOf(app, "rui-tavares", first).filter((session) => session.current);
    expect(codes(endSessions(app, person(app, "petra-zimbral"), "rui-tavares", one!.id))).toBe("forbidden");
    value(endSessions(app, rui, "rui-tavares", one!.id));
    expect([personOfSession(app, first), personOfSession(app, second)?.id]).toEqual([null, "rui-tavares"]);
    for (let minutes = 0; minutes < 12 * 60 - 20; minutes += 20) {
      later(app, 20);
      expect(personOfSession(app, second)?.id).toBe("rui-tavares");
    }
    later(app, 20);
    expect(personOfSession(app, second)).toBeNull();
    const third = startSession(app, "rui-tavares", "password", "Three").token;
    value(endSessions(app, person(app, "joaquina-teles"), "rui-tavares", "all"));
    expect(personOfSession(app, third)).toBeNull();
    const fourth = startSession(app, "rui-tavares", "password", "Four").token;
    endSession(app, fourth);
    expect(personOfSession(app, fourth)).toBeNull();
    expect(logged(app).map((entry) => entry.split(" {")[0])).toEqual([
      "signed in",
      "signed in",
      "session ended",
      "signed in",
      "session ended",
      "signed in",
      "signed out",
    ]);
  });

  it("are not opened by what the database holds", () => {
    const app = testApp();
    const { token } = startSession(app, "rui-tavares", "password", "x");
    const stored = Object.values(app.db.prepare("SELECT * FROM session").get() as object);
    expect(stored).not.toContain(token);
    for (const one of stored) expect(personOfSession(app, String(one))).toBeNull();
  });

  it("a new password ends the others", async () => {
    const app = await withPassword();
    const other = startSession(app, "rui-tavares", "password", "other").token;
    const own = startSession(app, "rui-tavares", "password", "own").token;
    const rui = person(app, "rui-tavares");
    expect(codes(await setOwnPassword(app, rui, { current: "wrong", password: "another lantern 8" }, own))).toBe(
      "wrong",
    );
    value(await setOwnPassword(app, rui, { current: PASSWORD, password: "another lantern 8" }, own));
    expect([personOfSession(app, other), personOfSession(app, own)?.id]).toEqual([null, "rui-tavares"]);
    expect(codes(await enter(app, RUI, "another lantern 8"))).toBe("done");
  });
});

describe("invitations", () => {
  it("are given by an administrator, work once and for a day, and replace what was there", async () => {
    const app = await withPassword();
    const open = startSession(app, "rui-tavares", "password", "x").token;
    expect(codes(invite(app, person(app, "benedita-corvo"), "rui-tavares"))).toBe("forbidden");
    const old = wayIn(app);
    const token = wayIn(app);
    expect([invited(app, old), invited(app, token)?.id]).toEqual([null, "rui-tavares"]);
    expect(codes(await takeInvitation(app, { token, password: "short" }, origin))).toBe("password");
    const both = await Promise.all(
      [1, 2].map(() => takeInvitation(app, { token, password: "new lantern 99" }, origin)),
    );
    expect(both.map(codes).sort()).toEqual(["done", "unknown"]);
    expect(personOfSession(app, open)).toBeNull();
    expect(codes(await enter(app))).toBe("wrong");
    const late = wayIn(app);
    later(app, 24 * 60);
    expect(codes(await takeInvitation(app, { token: late, password: "late lantern 99" }, origin))).toBe("unknown");
  });
});

describe("the first start", () => {
  const first = {
    organisation: "Small Quay",
    currency: "EUR",
    timeZone: "WET",
    name: "Ana Prior",
    email: "ana@quay.example",
    password: "first lantern 11",
  };
  it("makes an administrator who can sign in, once", async () => {
    const clock = handClock("2026-03-10T09:10:00.000Z");
    const app: App = { db: openDatabase(temporaryFolder()), clock, wall: clock, demo: false };
    const { token } = value(await firstStart(app, first, origin));
    expect(personOfSession(app, token)).toMatchObject({
      id: "ana-prior",
      roles: ["administrator"],
      unit: "small-quay",
    });
    expect(codes(await enter(app, first.email, first.password))).toBe("done");
    expect(codes(await firstStart(app, { ...first, email: "mallory@x.example" }, origin))).toBe("not empty");
    expect(codes(await firstStart(testApp(), first, origin))).toBe("not empty");
  });
});

describe("private details", () => {
  it("are masked, opened by whom they concern or who needs them, and the log knows who did", () => {
    const app = testApp();
    const noor = person(app, "noor-halvorsrud");
    value(changeDetail(app, noor, "noor-halvorsrud", { field: "bankAccount", value: "XX78 0000 1234 5678 9016" }));
    expect(maskedDetails(app, "noor-halvorsrud")).toEqual({ bankAccount: "•••• 9016", homeAddress: "none" });
    expect(codes(openDetail(app, person(app, "rui-tavares"), "noor-halvorsrud", "bankAccount"))).toBe("forbidden");
    expect(
      codes(changeDetail(app, person(app, "vicente-lourosa"), "noor-halvorsrud", { field: "bankAccount", value: "x" })),
    ).toBe("forbidden");
    expect(value(openDetail(app, person(app, "vicente-lourosa"), "noor-halvorsrud", "bankAccount")).value).toBe(
      "XX78 0000 1234 5678 9016",
    );
    expect(codes(openDetail(app, person(app, "vicente-lourosa"), "noor-halvorsrud", "homeAddress"))).toBe("forbidden");
    expect(logged(app)).toEqual([
      'private detail changed {"after":"•••• 9016","before":"none","field":"bankAccount"}',
      'private detail opened {"field":"bankAccount"}',
    ]);
    expect(logged(app).join()).not.toContain("1234");
    expect(mask("homeAddress", "Rua da Amarra 12")).toBe("••••");
  });
});

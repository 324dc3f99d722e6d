// Messages: who hears of what, links that decide once, digests, absences, and letters that really leave through a mail server.
import { SMTPServer } from "smtp-server";
import { afterEach, describe, expect, it } from "vitest";
import type { Person } from "@/core/people";
import { codes, looker, person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { command, submit } from "../../../demo/test-books";
import { moveClock } from "../demo-clock";
import { commandDocument } from "../documents/commands";
import { calendarFile } from "../documents/calendar-file";
import { readState } from "../documents/state";
import { lastSeq, newCommandId } from "../log/log";
import { dumpProjections, rebuild } from "../log/rebuild";
import { changePeople } from "../people/commands";
import { nextDue } from "../time/timers";
import { decideByLink } from "./deciding";
import { deliver } from "./delivery";
import { sendDigests, tellAbsences } from "./by-time";
import { endLinks, openLink, tokenOf } from "./links";
import { listed } from "../listing";
import { letterOf } from "./post-room";
import { changeMessages, setPreference } from "./settings";

type Letter = { id: number; subject: string; body: string; occasion: string; digest: number };
const lettersTo = (app: TestApp, who: string) =>
  app.db.prepare("SELECT * FROM letter WHERE person = ? ORDER BY id").all(who) as Letter[];
/** An order of 600.00 that waits for Rui Tavares, and the token of the link he was sent. */
function waiting(app = testApp()) {
  const state = submit(app, testOrder(60_000));
  const [letter] = lettersTo(app, "rui-tavares").slice(-1);
  return { app, state, letter: letter!, token: tokenOf(app, letter!.id)! };
}
const approve = { type: "approve" as const, comment: "" };
const decide = (app: TestApp, token: string, who: Person | null = null) =>
  decideByLink(app, token, who, approve, newCommandId());
const why = (result: ReturnType<typeof openLink> | ReturnType<typeof decide>) =>
  result.ok ? "open" : result.refusals[0]!.message;

describe("who hears", () => {
  it("whoever is asked, with a link; then the requester of what came of it; each once", () => {
    const { app, state, letter } = waiting();
    expect(letter).toMatchObject({
      occasion: "opened",
      subject: `${state.number} waits for your decision: Rope, 600.00 EUR`,
    });
    expect(letter.body).toContain("You are asked as");
    command(app, "rui-tavares", state.id, {
      type: "decline",
      level: state.levels.find((one) => one.status === "open")!.level,
      revision: 1,
      comment: "Not this year",
    });
    const [told] = lettersTo(app, "noor-halvorsrud").slice(-1);
    expect(told).toMatchObject({ occasion: "declined" });
    expect(told!.body).toContain("Rui Tavares");
    expect(told!.body).toContain("“Not this year”");
  });
  it("in the organisation’s own words, if it has any; a wording with a field that does not exist is refused", () => {
    const app = testApp();
    const say = (body: string) =>
      changeMessages(
        app,
        person(app, "benedita-corvo"),
        { type: "template", template: { occasion: "opened", subject: "Please: {number}", body } },
        newCommandId(),
      );
    expect(codes(say("{amont}"))).toBe("unknown field");
    value(say("{amount} for {requester}"));
    const { letter, state } = waiting(app);
    expect([letter.subject, letter.body]).toEqual([`Please: ${state.number}`, "600.00 EUR for Noor Halvorsrud"]);
    expect(
      codes(changeMessages(app, person(app, "rui-tavares"), { type: "usual", occasion: "opened" }, newCommandId())),
    ).toBe("forbidden");
  });
  it("a question reaches the one who is asked, who may then read it, and the answer the one who asked", () => {
    const { app, state } = waiting();
    value(command(app, "rui-tavares", state.id, { type: "ask", to: "petra-zimbral", text: "Is it the leased one?" }));
    expect(lettersTo(app, "petra-zimbral").at(-1)).toMatchObject({ occasion: "question" });
    value(command(app, "petra-zimbral", state.id, { type: "answer", question: 1, text: "Yes" }));
    expect(lettersTo(app, "rui-tavares").at(-1)).toMatchObject({ occasion: "answer" });
    const before = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(before);
  });
});

describe("a link", () => {
  it("opens as often as anything looks at it, by whatever, and changes nothing", () => {
    const { app, token } = waiting();
    const before = lastSeq(app.db);
    for (let n = 0; n < 5; n += 1) expect(openLink(app, token, null).ok).toBe(true);
    expect(lastSeq(app.db)).toBe(before);
  });
  it("decides once, in the name of its person, and the record says by which way", () => {
    const { app, token, state } = waiting();
    value(decide(app, token));
    const said = readState(app.db, state.id)!.levels.flatMap((level) => level.decisions);
    expect(said).toMatchObject([{ by: "rui-tavares", via: "mail", revision: 1 }]);
    expect(why(openLink(app, token, null))).toContain("was used already");
    expect(why(decide(app, token))).toContain("was used already");
  });
  it("says so to another person, after a revision, after its time, after somebody else, when ended, and when unknown", () => {
    const { app, token, state } = waiting();
    expect(why(openLink(app, token, person(app, "petra-zimbral")))).toBe(
      "This link is for Rui Tavares, and you are signed in as Petra Zimbral",
    );
    expect(why(openLink(app, "nonsense", null))).toContain("not known here");
    app.clock.set("2026-03-17T09:09:59.000Z");
    expect(openLink(app, token, null).ok).toBe(true);
    app.clock.set("2026-03-17T09:10:00.000Z");
    expect(why(openLink(app, token, null))).toContain("has expired");
    app.clock.set("2026-03-10T09:20:00.000Z");
    const document = { ...testOrder(65_000), title: "More rope" };
    value(command(app, "noor-halvorsrud", state.id, { type: "revise", document, revision: 1 }));
    expect(why(decide(app, token))).toContain("was for revision 1, and revision 2 is there now");
    const next = tokenOf(app, lettersTo(app, "rui-tavares").at(-1)!.id)!;
    expect(openLink(app, next, null).ok).toBe(true);
    value(endLinks(app, person(app, "rui-tavares")));
    expect(why(openLink(app, next, null))).toContain("was ended");
    const other = waiting(app);
    value(command(app, "noor-halvorsrud", other.state.id, { type: "withdraw", comment: "" }));
    expect(why(openLink(app, other.token, null))).toContain("is withdrawn already");
  });
  it("decides only after signing in where the organisation wants it so", () => {
    const { app, token } = waiting();
    const settings = { withoutSignIn: false, linkDays: 7, logReading: false, namesMonths: 24 };
    value(changeMessages(app, person(app, "benedita-corvo"), { type: "settings", settings }, newCommandId()));
    expect(codes(decide(app, token))).toBe("not signed in");
    expect(decide(app, token, person(app, "rui-tavares")).ok).toBe(true);
  });
  it("is in no event, and shown to nobody but its person, save in a demonstration", () => {
    const { app, token, letter } = waiting();
    const events = app.db.prepare("SELECT data FROM event").pluck().all() as string[];
    expect(events.some((data) => data.includes(token))).toBe(false);
    const real = { ...app, demo: false };
    const links = (reader: string) => letterOf(real, person(app, reader), letter.id)!.message.actions.length;
    expect([links("tamsin-roque"), links("rui-tavares")]).toEqual([1, 2]);
    expect(listed("letters", looker(real, "tamsin-roque"), {}).rows.every((one) => one.decideAt === null)).toBe(true);
    expect(listed("letters", looker(app, "tamsin-roque"), {}).rows.some((one) => one.decideAt !== null)).toBe(true);
  });
  it("declines for a reason from the list in place of a sentence; one that is for something else is refused, and uses the link up for nothing", () => {
    const { app, state, token } = waiting();
    const say = (move: Parameters<typeof decideByLink>[3]) => decideByLink(app, token, null, move, newCommandId());
    expect(codes(say({ type: "approve", comment: "", listed: "Not needed" }))).toBe("invalid");
    expect(codes(say({ type: "decline", comment: "", listed: "Attachment missing" }))).toBe("invalid");
    expect(readState(app.db, state.id)!.status).toBe("waiting");
    const declined = value(say({ type: "decline", comment: "", listed: "Not needed" }));
    expect(declined.levels.flatMap(({ decisions }) => decisions)[0]).toMatchObject({
      via: "mail",
      listed: { list: "decline-reasons", key: "Not needed" },
    });
  });
});

describe("once a day", () => {
  it("what is kept goes in one letter at the reader’s own hour, once, also when the hour was missed", () => {
    const app = testApp();
    value(setPreference(app, person(app, "rui-tavares"), { mode: "daily", hour: "07:30" }));
    submit(app, testOrder(60_000));
    submit(app, testOrder(61_000));
    expect(lettersTo(app, "rui-tavares").map((one) => one.digest)).toEqual([1, 1]);
    expect(sendDigests(app)).toBe(0);
    expect(nextDue(app)).toEqual({ at: "2026-03-11T07:30:00.000Z", what: "a daily digest goes out" });
    app.clock.set("2026-03-14T12:00:00.000Z");
    expect(sendDigests(app)).toBe(1);
    expect(sendDigests(app)).toBe(0);
    const letters = lettersTo(app, "rui-tavares");
    expect(letters.map((one) => one.digest)).toEqual([2, 2, 0]);
    expect(letters[2]).toMatchObject({ occasion: "digest", subject: "Your day in Bandeira: two messages" });
  });
  it("goes out by itself when the demonstration’s clock passes the hour", () => {
    const app = testApp();
    value(setPreference(app, person(app, "rui-tavares"), { mode: "daily", hour: "18:00" }));
    submit(app, testOrder(60_000));
    value(moveClock(app, person(app, "benedita-corvo"), "2026-03-11T09:00:00.000Z", newCommandId()));
    expect(app.db.prepare("SELECT at FROM letter WHERE occasion = 'digest'").pluck().all()).toEqual([
      "2026-03-10T18:00:00.000Z",
    ]);
  });
});

describe("an absence", () => {
  it("is told to both people when it begins and when it ends, with what moves, once each", () => {
    const { app, state } = waiting();
    const change = {
      type: "set stand-in" as const,
      kind: "absence" as const,
      person: "rui-tavares",
      standIn: "duarte-anselmo",
      from: "2026-03-12",
      until: "2026-03-14",
      documentTypes: null,
      cap: null,
      reason: "",
    };
    value(changePeople(app, person(app, "rui-tavares"), change, newCommandId()));
    expect(tellAbsences(app)).toBe(0);
    app.clock.set("2026-03-12T09:00:00.000Z");
    expect([tellAbsences(app), tellAbsences(app)]).toEqual([1, 0]);
    expect(lettersTo(app, "duarte-anselmo").at(-1)).toMatchObject({ subject: "You stand in for Rui Tavares" });
    expect(lettersTo(app, "duarte-anselmo").at(-1)!.body).toContain(state.number);
    expect(lettersTo(app, "rui-tavares").at(-1)!.subject).toBe("Your absence has begun");
    app.clock.set("2026-03-16T09:00:00.000Z");
    expect(tellAbsences(app)).toBe(1);
    expect(lettersTo(app, "rui-tavares").at(-1)!.subject).toBe("Your absence has ended");
  });
});

describe("a calendar file", () => {
  it("has one entry for each answer that is due, and none for what has no time limit", () => {
    const { app } = waiting();
    const file = calendarFile(app, person(app, "rui-tavares"));
    expect(file).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2\.0\r\n/);
    const due = app.db
      .prepare("SELECT COUNT(*) FROM waiting WHERE person = 'rui-tavares' AND due IS NOT NULL")
      .pluck()
      .get();
    expect(file.match(/BEGIN:VEVENT/g)?.length ?? 0).toBe(due);
  });
});

describe("a mail server", () => {
  afterEach(() => {
    delete process.env.BANDEIRA_SMTP;
  });
  it("gets text and HTML, hung together by document, once; what it refuses is tried again; a demonstration sends nothing", async () => {
    const mails: string[] = [];
    let refuses = true;
    const server = new SMTPServer({
      authOptional: true,
      disabledCommands: ["STARTTLS"],
      onMailFrom: (_address, _session, done) => done(refuses ? new Error("not now") : undefined),
      onData: (stream, _session, done) => {
        let text = "";
        stream.on("data", (chunk: Buffer) => (text += chunk.toString()));
        stream.on("end", () => {
          mails.push(text);
          done();
        });
      },
    });
    const port = await new Promise<number>((ready) => {
      const listening = server.listen(0, "127.0.0.1", () => ready((listening.address() as { port: number }).port));
    });
    process.env.BANDEIRA_SMTP = `smtp://127.0.0.1:${port}`;
    const demo = testApp();
    submit(demo, testOrder(60_000));
    expect(await deliver(demo)).toBe(0);
    const app = testApp();
    app.demo = false;
    const { state } = waiting(app);
    const count = lettersTo(app, "rui-tavares").length;
    expect(await deliver(app)).toBe(0);
    expect(app.db.prepare("SELECT error FROM outbox").pluck().all().join()).toContain("not now");
    refuses = false;
    expect(await deliver(app)).toBe(0);
    app.wall.set("2026-11-23T09:02:00.000Z");
    expect(await deliver(app)).toBe(count);
    expect(await deliver(app)).toBe(0);
    await new Promise<void>((closed) => server.close(() => closed()));
    const [mail] = mails;
    expect(mail).toContain("Content-Type: text/plain");
    expect(mail).toContain("Content-Type: text/html");
    expect(mail).toContain(`References: <${state.id}@localhost:`);
    expect(mail).toMatch(/\/decide\/[\w-]{20,}/);
  });
});

describe("what is sent twice", () => {
  it("a decision with the same command id writes no second letter", () => {
    const { app, state } = waiting();
    const id = newCommandId();
    const level = state.levels.find((one) => one.status === "open")!.level;
    const say = () =>
      commandDocument(
        app,
        person(app, "rui-tavares"),
        state.id,
        { type: "decline", level, revision: 1, comment: "No" },
        id,
      );
    value(say());
    const before = lastSeq(app.db);
    value(say());
    expect(lastSeq(app.db)).toBe(before);
  });
});

import type { Content } from "pdfmake/interfaces";
import { acceptedOf, documentOf, drawnIn, filledOf, hasLapsed, type DocumentView } from "@/core/approval";
import { dayIn, timeIn } from "@/core/calendar";
import { documentType } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { sayFilledBy, sayHow, sayPart, sayQuoted, sayStepResult, sentenceOf, tell } from "@/core/audit-narrative";
import { capital, sayDate } from "@/core/text";
import {
  sayCandidate,
  sayCause,
  sayHeld,
  sayMeasured,
  sayRouteBand,
  type Names,
  sayShown,
  sayChange,
  sayOwnValues,
} from "@/core/words";
import type { App } from "../app";
import { readDrawn } from "../access/drawn";
import { namesFor } from "../documents/names";
import type { DocumentRecord } from "../documents/queries";
import { printed, ruledTable } from "../pdf";
import { readReferenceData } from "../reference-data";
import { changedIn, limitThen, seenAt } from "./seen";

type Row = [string, string];

/** The record of a document to be printed: in reading order, with the hash of the record on every page. */
export function recordPdf(app: App, view: DocumentView, record: DocumentRecord): Promise<Buffer> {
  const { directory } = readReferenceData(app);
  const { state, version } = view;
  const zone = directory.organisation.timeZone;
  const moment = (at: string) => `${sayDate(dayIn(at, zone))} ${timeIn(at, zone)}`;
  // Whoever takes the evidence has opened what is hidden in it.
  const words = namesFor(readReferenceData(app), state, version, new Set());
  const names = words.person;
  const type = documentType(state.document.documentType);
  const headline = type.headline(acceptedOf(state));
  const { route } = state;
  const asked: Row[] = [
    ["What", `${type.name.one} ${state.number}, revision ${state.revision}: ${headline.title}`],
    ["Amount", `${formatMoney(headline.net)} net, ${formatMoney(headline.gross)} gross`],
    ["Party", headline.party],
    ["From", `${names(state.document.requester)}, ${directory.unit(state.document.unit)?.name ?? state.document.unit}`],
    ...(state.document.onBehalfOf ? [["On behalf of", names(state.document.onBehalfOf)] as Row] : []),
    ["Dated", sayDate(state.document.date)],
    ["Note", state.document.note],
    [
      "Attachments",
      documentOf(state)
        .attachments.map((paper) => `${paper.name} (SHA-256 ${paper.hash})`)
        .join("\n"),
    ],
    ...sayOwnValues(documentOf(state).own, words).map(([name, value]): Row => [capital(name), value]),
  ];
  const rule: Row[] = [
    [
      "Policy",
      route?.policy ? `${route.policy.name}, version ${route.policy.version}, SHA-256 ${route.policy.hash}` : "none",
    ],
    ["Reviewed by", version?.review ? `${names(version.review.by)}, ${moment(version.review.at)}` : ""],
    ["Measured", route?.measured ? sayMeasured(route.measured, type.key, words) : ""],
    [
      "Rate",
      route?.measured?.rate
        ? `${route.measured.rate.rate} of ${route.measured.rate.date}, ${route.measured.rate.source}`
        : "",
    ],
    ["Section", route?.section?.name ?? ""],
    ["Band", route ? sayRouteBand(route, words) : ""],
  ];
  const lines = view.thread.flatMap((event) => {
    const said = tell(event, words);
    return said ? [[moment(event.at), `${sentenceOf(said)}${said.comment ? ` “${said.comment}”` : ""}`] as Row] : [];
  });
  return printed(`Record of ${state.number}. SHA-256 ${record.contentHash}`, {
    info: { title: `Record of ${state.number}`, author: directory.organisation.name },
    content: [
      { text: directory.organisation.name, style: "soft" },
      { text: `Record of ${state.number}`, style: "title" },
      { text: `${capital(state.status)}${state.closedAt ? `, ${moment(state.closedAt)}` : ""}.`, margin: [0, 2, 0, 0] },
      ...(hasLapsed(state)
        ? [{ text: "A level of it was approved automatically, since time ran out: nobody approved it.", bold: true }]
        : []),
      { text: "What was asked", style: "section" },
      table(asked, [90, "*"]),
      { text: "What it consists of", style: "section" },
      table(
        type
          .lines(documentOf(state))
          .map((line, index): Row => [String(index + 1), `${sayShown(line, words)}${refusedAt(state, index)}`]),
        [24, "*"],
      ),
      ...changedIn(view).flatMap(({ revision, at, changes }): Content[] => [
        { text: `What revision ${revision} changed, ${moment(at)}`, style: "section" },
        table(
          changes.map((one): Row => {
            const { label, before, after } = sayChange(one, words);
            return [label, `${before} → ${after}`];
          }),
          [110, "*"],
        ),
      ]),
      { text: "The rule it went under", style: "section" },
      table(rule, [90, "*"]),
      { text: "Levels, and who decided", style: "section" },
      levels(app, view, words, moment),
      ...signatures(app, view, names, moment),
      ...filledIn(view, words, moment),
      { text: "Holds", style: "section" },
      table(
        state.holds.map((hold): Row => [
          `${moment(hold.placedAt)}${hold.releasedAt ? ` to ${moment(hold.releasedAt)}` : ", still on it"}`,
          `${hold.code}: ${sayHeld(hold, words)}${hold.released ? `. Released: ${sayCause(hold.released.why, words)}` : ""}`,
        ]),
        [130, "*"],
      ),
      { text: "What happened, in order", style: "section" },
      table(lines, [110, "*"]),
      { text: "After the approval", style: "section" },
      table(
        (state.steps ?? []).map((step): Row => [
          `${step.step}. ${step.kind}`,
          `${step.status}${step.at ? `, ${moment(step.at)}` : ""}: ${sayStepResult(step.result, words)}`,
        ]),
        [110, "*"],
      ),
    ],
  });
}

/** That a line was not approved, or only up to an amount. */
function refusedAt(state: DocumentView["state"], index: number): string {
  const parts = documentType(state.document.documentType).parts(documentOf(state));
  const refused = state.refused?.find(({ part }) => part === parts[index]?.key);
  if (!refused) return "";
  return refused.allowed === null
    ? " (not approved)"
    : ` (approved up to ${formatMoney({ minor: refused.allowed, currency: state.document.currency })})`;
}

/** What deciders filled in, with who did as what and when. */
function filledIn({ state }: DocumentView, words: Names, moment: (at: string) => string): Content[] {
  const rows = filledOf(state).map((one): Row => [
    capital(words.field(one.field)),
    `${words.fieldValue(one.field, one.value)} (${sayFilledBy(one, moment(one.at), words)})`,
  ]);
  return rows.length > 0 ? [{ text: "Filled in on approval", style: "section" }, table(rows, [110, "*"])] : [];
}

function levels(app: App, view: DocumentView, words: Names, moment: (at: string) => string): Content {
  const { state } = view;
  const names = words.person;
  const rows = (state.route?.levels ?? []).map((level): Row => {
    const said = state.levels.find((one) => one.level === level.level);
    const decisions = (said?.decisions ?? []).map(
      (one) =>
        `${names(one.by)}${one.inNameOf ? ` for ${names(one.inNameOf)}` : ""} ${PAST[one.outcome]} revision ${one.revision} under version ${one.policyVersion}, ${moment(one.at)}${sayHow(one)}${sayQuoted(one, words)}\n  Then: ${limitThen(app, one.inNameOf ?? one.by, state.document.documentType, one.at)}. Before them: ${seenAt(view, one)}.`,
    );
    const looked = level.candidates.map((one) => sayCandidate(one, words)).join("; ");
    return [
      level.name,
      [
        `${capital(said?.status ?? level.outcome)}: ${sayPart(level.level, level.why, said?.because, words)}.`,
        looked && `Looked at: ${looked}.`,
        ...decisions,
      ]
        .filter(Boolean)
        .join("\n"),
    ];
  });
  return table(rows, [110, "*"]);
}

/** Signatures as they were drawn, each with whose it is and what it was drawn for. */
function signatures(
  app: App,
  { thread }: DocumentView,
  names: (id: string) => string,
  moment: (at: string) => string,
): Content[] {
  const drawn = thread.flatMap((event) =>
    drawnIn([event]).map(({ image, documentHash }) => {
      const party =
        "document" in event.data && "partySignature" in event.data.document
          ? event.data.document.partySignature
          : undefined;
      const said =
        party?.drawn === image ? `${party.name}, ${sayDate(party.on)}` : `${names(event.actor)}, ${moment(event.at)}`;
      return { image, text: `${said}, for SHA-256 ${documentHash}` };
    }),
  );
  const once = drawn.filter(({ image }, index) => drawn.findIndex((one) => one.image === image) === index);
  const shown = once.flatMap(({ image, text }): Content[] => {
    const svg = readDrawn(app, image)?.toString("utf8");
    return [
      {
        unbreakable: true,
        stack: [...(svg ? [{ svg, width: 150 }] : []), { text, style: "soft" }],
        margin: [0, 0, 0, 6],
      },
    ];
  });
  return shown.length > 0 ? [{ text: "Signatures drawn by hand", style: "section" }, ...shown] : [];
}

const PAST = { approve: "approved", decline: "declined", sendBack: "sent back" } as const;

function table(rows: Row[], widths: (number | string)[]): Content {
  return ruledTable(
    rows.filter(([, value]) => value !== ""),
    widths,
  );
}

import { formatAmount, formatMoney, type AmountReason, type Money } from "../../money";
import { sayNoAmount } from "../amounts";
import type { MissingReason } from "../../documents";
import type { OwnKind } from "../../own-fields";
import type { SheetReason, WrongCell } from "../../tables";
import { capital, joinWords } from "../../text";
import { WRITTEN } from "../field-names";
import { sayMissing } from "../shown";
import { sayBy, type Wording } from "../wording";
import { as } from "./line";

/** Why a cell of a spreadsheet is not read. */
const CELLS = {
  "date too early": () => "a date before March 1900, which spreadsheets count differently; write it as text",
  "error in a formula": ({ error }) =>
    `its formula comes to ${error || "an error"}; correct it and save the file again`,
  "not a number": () => "no number",
} satisfies Wording<SheetReason>;

/** What a field is called, and what of it cannot be taken. */
type Named = { what: string };

/** What the browser refuses by itself, before anything is sent, and an answer that does not come. */
export const SCREEN = {
  "server answered": as(
    "failed",
    ({ status }: { status: number }) => `The server answered ${status}; nothing is known to be done. Try again`,
  ),
  "server out of reach": as(
    "unreachable",
    () => "The server cannot be reached. Nothing was lost here; try again in a moment",
  ),
  "answer broke off": as("failed", () => "The answer broke off; look at the preview again to see what is written"),
  "public holidays out of reach": as(
    "unreachable",
    () => "The public holidays cannot be read now; try again in a moment",
  ),
  "typed file too large": as(
    "file",
    ({ name, most }: { name: string; most: number }) => `${name} is larger than ${most} MB; split it`,
  ),
  "workbook unreadable": as("file", ({ name, why }: { name: string; why: "not a workbook" | "too large" }) =>
    why === "too large"
      ? `${name} holds more than can be read here; split it`
      : `${name} cannot be read as a workbook; save it as XLSX or CSV`,
  ),
  "workbook without rows": as("file", ({ name }: { name: string }) => `${name} has nothing in its sheets`),
  "workbook of several sheets": as(
    "file",
    ({ name, sheets }: { name: string; sheets: readonly string[] }) =>
      `${name} has something in several sheets, ${joinWords(sheets, "and")}; save the one that is meant in a file of its own`,
  ),
  "cell unreadable": as("file", ({ row, column, why }: WrongCell) => `Cell ${column}${row}: ${sayBy(CELLS, why)}`),
  "typed amount": as("invalid", ({ what, why }: Named & { why: AmountReason }) => `${what}: ${sayNoAmount(why)}`),
  "typed amount alone": as("invalid", ({ why }: { why: AmountReason }) => sayNoAmount(why)),
  "typed amount below zero": as("invalid", ({ what }: Named) => `${what}: an amount is not below zero`),
  "typed amount above what is asked": as(
    "invalid",
    ({ what, most }: Named & { most: Money }) => `${what}: no more than ${formatMoney(most)} is asked for`,
  ),
  "typed amount needed": as(
    "invalid",
    ({ what, currency }: Named & { currency: string }) => `${what}: say what it comes to in ${currency}`,
  ),
  "typed quantity": as("invalid", ({ what }: Named) => `${what}: write the quantity like 3 or 2.5`),
  "typed percentage": as("invalid", ({ what }: Named) => `${what}: write the percentage like 23 or 6.5`),
  "own field not read": as(
    "invalid",
    ({ field, kind, line }: { field: string; kind: OwnKind; line: number | null }) =>
      `${line === null ? "" : `Line ${line}, `}${line === null ? capital(field) : field}: write ${WRITTEN[kind]}`,
  ),
  "typed line of an order": as(
    "invalid",
    ({ what }: Named) => `${what}: write the line of the order as a whole number, or leave it empty`,
  ),
  "typed limit": as(
    "invalid",
    ({ what, typed }: Named & { typed: string }) =>
      `${what}: “${typed}” is no limit; write 5,000 or 5,000 GBP, unlimited, or nothing`,
  ),
  "typed step": as(
    "invalid",
    ({ typed, least }: { typed: string; least: Money }) =>
      `“${typed}” is no amount; write it like ${formatAmount(least)}`,
  ),
  "answers of a start": as("invalid", ({ said }: { said: string }) => said),
  "typed hours": as(
    "invalid",
    ({ day }: { day: string }) => `${day}: write hours like 08:30–12:30, 13:30–17:30, or leave it empty for a day off`,
  ),
  "no type ticked": as("invalid", () => "Tick at least one type of document"),
  "nobody chosen as owner": as("missing", () => "Choose who owns it"),
  "nobody chosen": as("missing", () => "Choose to whom"),
  "no customer chosen": as("missing", () => "Choose the customer"),
  "no supplier chosen": as("missing", () => "Choose the supplier"),
  "still missing": as("missing", ({ why }: { why: MissingReason }, names) => sayMissing(why, names)),
  "one of several": as(
    "refused",
    ({ document, said }: { document: string; said: string }) => `${document.toUpperCase()}: ${said}`,
  ),
  "sentence needed": as("comment required", ({ what }: Named) => `${what}: write a sentence first`),
  "reason for another move": as(
    "invalid",
    ({ of }: { of: "decline" | "send back" }) =>
      `The reason that is chosen is for ${of === "decline" ? "declining it" : "sending it back"}; choose another one, or none`,
  ),
  "say why first": as("comment required", () => "Say why in a sentence first"),
  "nothing refused in part": as("nothing", () => "Everything is ticked: take a tick away, or approve the whole"),
};

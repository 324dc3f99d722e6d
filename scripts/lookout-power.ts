/** Writes how often what is planted is found, and what chance raises where nothing is, into docs/lookout.md: `npm run power`. */
import fs from "node:fs";
import path from "node:path";
import { lookThrough, USUAL_LOOKOUT } from "@/core/lookout";
import { upperLimit } from "@/core/statistics";
import { wasFound } from "../demo/made-up-year/found";
import { PLANTS, SIZES } from "../demo/made-up-year/plant";
import { activityOfYear, madeUpYear, MIDDLE, SMALL, type Size } from "../demo/made-up-year/year";

const YEARS = 50;
const CLEAN = 400;
const BEGIN = "<!-- written by npm run power -->";
const END = "<!-- until here -->";

const seeds = (from: number, count: number) => Array.from({ length: count }, (_, index) => from + index);

function cleanLine(what: string, size: Size): string {
  const raised = seeds(1, CLEAN).filter((seed) =>
    lookThrough(activityOfYear(madeUpYear(seed, size)), USUAL_LOOKOUT).raised.some(
      ({ corrected }) => corrected !== null,
    ),
  );
  const upper = (100 * upperLimit(raised.length, CLEAN, 0.95)).toFixed(1);
  return `| ${what}, about ${size.documents.toLocaleString("en-GB")} documents | ${raised.length} of ${CLEAN} | ${upper} % |`;
}

function plantLine(plant: (typeof PLANTS)[number]): string {
  const cells = SIZES.map((size) => {
    const found = seeds(1_001, YEARS).filter((seed) => wasFound(plant, size, seed)).length;
    return `${plant.sizes[size]}: ${found} of ${YEARS}`;
  });
  console.log(plant.what, cells.join(", "));
  return `| ${plant.what} | ${cells.join(" | ")} |`;
}

const lines = [
  "| A year in which nothing is behind anything | Something raised | No more than, with 95 % confidence |",
  "| --- | --- | --- |",
  cleanLine("A middle organisation", MIDDLE),
  cleanLine("A small one", SMALL),
  "",
  "| Planted in a year of the middle organisation | Found, small | Found, middle | Found, large |",
  "| --- | --- | --- | --- |",
  ...PLANTS.map(plantLine),
];
const file = path.join(import.meta.dirname, "../docs/lookout.md");
const text = fs.readFileSync(file, "utf8");
const [before, after] = [text.indexOf(BEGIN) + BEGIN.length, text.indexOf(END)];
fs.writeFileSync(file, `${text.slice(0, before)}\n\n${lines.join("\n")}\n\n${text.slice(after)}`);

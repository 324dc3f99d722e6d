import type { FindingState } from "../../lookout";
import { FINDING_STATE_WORDS } from "../lookout";
import { as } from "./line";

/** Looking through what people do, and judging what is found. */
export const LOOKOUT = {
  "finding is about you": as(
    "forbidden",
    () => "It may be about you; somebody else who sees the lookout looks into it",
  ),
  "no such finding": as("unknown", () => "There is no such finding, or it is not yours to see"),
  "finding cannot be so": as(
    "state",
    ({ state }: { state: FindingState }) =>
      `It is “${FINDING_STATE_WORDS[state].toLowerCase()}” by now; read it again to see what came of it, and reopen it if more is to be done`,
  ),
  "nothing to mend so": as("changed", () => "The policy has changed since, or does so already; read the finding again"),
  "draft under way": as(
    "already",
    ({ policy }: { policy: string }) =>
      `There is a draft of ${policy} already; finish or discard it on its board, and come back`,
  ),
  "paper nobody brought": as(
    "changed",
    ({ name }: { name: string }) => `${name} is no paper that you have brought; choose the file again`,
  ),
  "no case of it": as("state", () => "There has been no case of it; its file is made once one is opened"),
  "case needs an investigator": as(
    "assigned",
    () => "A case is given to somebody who sees the lookout, and whom it is not about",
  ),
} as const;

/** Document + policies + people + time -> route, with the reason for every step. */
export { heldAt, measure, route, routeAgain, routeOf, sectionFor } from "./route";
export { choosePolicy } from "./choose";
export { enoughInAll } from "./in-all";
export {
  askerOf,
  evaluationContextOf,
  excludedFrom,
  neededFor,
  ownAmount,
  peopleAsked,
  peopleFor,
  peopleUnder,
  subjectOf,
} from "./level-people";
export type { BlockedReason, ConsideredReason, HeldReason, LevelReason, PersonConsidered } from "./reasons";
export type { LevelPeople, PeopleFor } from "./level-people";
export type {
  HoldCode,
  HoldReason,
  Measured,
  Measurement,
  PolicyConsidered,
  Routable,
  Route,
  RoutedLevel,
  RoutingContext,
  SectionConsidered,
} from "./types";

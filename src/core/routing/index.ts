/** Document + policies + people + time -> route, with the reason for every step. */
export { measure, route, routeAgain } from "./route";
export { askerOf, lookingFrom, neededFor, peopleAsked, peopleFor, peopleUnder, subjectOf } from "./level-people";
export type { LevelPeople, PeopleFor } from "./level-people";
export type {
  HoldCode,
  HoldReason,
  Measured,
  PolicyLooked,
  Route,
  RoutedLevel,
  RoutingContext,
  SectionLooked,
} from "./types";

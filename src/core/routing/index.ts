/** Document + policies + people + time -> route, with the reason for every step. */
export { askerOf, lookingFrom, measure, neededFor, peopleAsked, peopleOf, route, routeAgain, subjectOf } from "./route";
export type { LevelPeople } from "./route";
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

/** People, units, positions, groups, limits and stand-ins through time: what each was and will be from when, and how that is changed. */
export {
  ENTRY_SCHEMAS,
  KINDS,
  SegregationRuleSchema,
  applyChanges,
  emptyHistory,
  historyFrom,
  itemId,
  limitId,
} from "./schema";
export type { EntryOf, HistoryLists, Kind, OrganisationHistory, HistoryChange, SegregationRule } from "./schema";
export { asOf, turningPoints, valueAt } from "./as-of";
export { throughTime } from "./through-time";
export { effective, withState, withValue } from "./dates";
export type { Setting } from "./dates";
export { found } from "./found";
export {
  addPerson,
  changePerson,
  closeUnit,
  newPersonId,
  holdPosition,
  rulesOf,
  saveGroup,
  saveLocation,
  savePosition,
  saveUnit,
  setLimit,
  setOwner,
  setRoles,
  setSegregation,
} from "./edit";
export type { NewPerson, PersonEdit, UnitEdit } from "./edit";
export type { Edit, EditReason } from "./reasons";
export { endItem, saveItem, saveItems, saveList } from "./lists";
export type { ItemEdit, ItemRow } from "./lists";
export { endField, placeFields, saveField } from "./fields";
export type { FieldEdit } from "./fields";
export { comeBack, leave, leftBehind } from "./leaving";
export type { Handing, LeftBehind } from "./leaving";
export { checked } from "./check";
export { problemsOf } from "./problems";
export { gainsOf } from "./gains";
export type { Gain, GainKind } from "./gains";
export { peopleTouched } from "./touched";
export { changesOf } from "./facts";
export type { Facts, FieldChange } from "./facts";
export { endStandIn, setStandIn } from "./stand-ins";
export type { NewStandIn } from "./stand-ins";

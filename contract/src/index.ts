export {
  archiveJournal,
  clearAll,
  copyArchive,
  copyBackup,
  listBackups,
  listJournalYears,
  previewBackup,
  restoreBackup,
} from './backups.ts';
export { deleteKind, deleteSchool, getCatalog, importKinds, removed, saveKind, saveSchool } from './catalog.ts';
export {
  CoverageBodySchema,
  computeBuying,
  computeCoverage,
  computeFit,
  computeHeat,
  computeNeeds,
  computeRules,
  computeScan,
  SchoolRefSchema,
} from './compute.ts';
export { deletePerson, getPlaces, listPeople, StoredPersonSchema, savePerson, savePlaces } from './crew.ts';
export { DiscrepancyViewSchema, lateDeeds, listDiscrepancies, settleDiscrepancy } from './discrepancies.ts';
export { addDrills, listDrills, listDrillsDue } from './drills.ts';
export type { AnswerOf, BodyOf, Endpoint, Method, ParamOf, ParamsOf, QueryOf, SentBodyOf, SentQueryOf } from './endpoint.ts';
export { endpoint } from './endpoint.ts';
export { addHeat, deleteHeat, listHeat, PlaceHeatSchema, simulateHeat } from './heat.ts';
export { getCalendar, getHorizon, getKitCalendar } from './horizon.ts';
export {
  AnswerSchema,
  answerInspection,
  finishInspection,
  lateInspection,
  listInspections,
  saveKitUpkeep,
  startInspection,
} from './inspections.ts';
export { getJournal, JOURNAL_TOPICS, type JournalTopic } from './journal.ts';
export {
  copyKit,
  createKit,
  getKit,
  getKitCoverage,
  getKitRules,
  listKits,
  MOST_COPIES,
  recordInspection,
  retireKit,
  saveKit,
  savePacking,
} from './kits.ts';
export { comparePublished, deleteList, listLists, makeKitOfList, saveList } from './lists.ts';
export { getChanges, PAGE_HEADER } from './live.ts';
export { deleteLoadout, getCarry, getToday, listLoadouts, saveLoadout, saveWeek } from './loadouts.ts';
export { moveModule, restockModule } from './modules.ts';
export { getNoticeFeed, HitSchema, importNotices, listNotices } from './notices.ts';
export { getOffers, saveOffers } from './offers.ts';
export {
  changeOrder,
  getMinimums,
  IntakeSchema,
  listOrders,
  placeOrder,
  ReceiveSchema,
  receiveOrder,
  saveMinimums,
} from './orders.ts';
export { deletePattern, listPatterns, savePattern } from './patterns.ts';
export { deleteContainer, deletePosition, saveContainer, savePosition } from './places.ts';
export { computeLadder, computePropose, LadderBodySchema, ProposeBodySchema } from './propose.ts';
export { addReachTime, deleteReachTime, getReachPlan, saveReachPlan } from './reach.ts';
export { ACCESS_NAMES, type Access, accessTo, isAllowed, ROLE_NAMES, ROLES, type Role } from './roles.ts';
export { AppliedSchema, applyRotation, getRotation, RotationPlanSchema } from './rotation.ts';
export { deleteSet, listSets, saveSet } from './sets.ts';
export { DEFAULT_CURRENCY, getSettings, SettingsSchema, saveSettings } from './settings.ts';
export {
  CODE_LENGTH,
  CODE_MINUTES,
  CODE_SIGNS,
  endDevice,
  getCertificate,
  getSharing,
  makeCode,
  pairDevice,
  setSharing,
} from './sharing.ts';
export {
  CorrectUnitSchema,
  correctUnit,
  getStores,
  getSupplierFeed,
  importUnits,
  MoveUnitSchema,
  moveUnit,
  receiveUnit,
  SupplierArticleSchema,
} from './stores.ts';
export { getApiDescription, getHealth } from './system.ts';
export { ExportFileSchema, exportAll, importAll } from './transfer.ts';
export { deleteTrip, listTrips, saveTrip } from './trips.ts';
export { getRestock, getUpkeep } from './upkeep.ts';
export { AppendSchema, addUseEntries, debriefUseLog, getUseLog, listUseLogs, PutAsideSchema, StoredLogSchema } from './useLogs.ts';
export { listUses, logUse } from './uses.ts';

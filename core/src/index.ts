export {
  againstPublished,
  type ContentList,
  ContentListSchema,
  type LineMet,
  type PriceCheck,
  priceCheck,
  unitsOfList,
} from './buying/contentList.ts';
export { buyingNeed, lessOnOrder, withMinimums } from './buying/need.ts';
export {
  belowMinimum,
  noMinimums,
  type Order,
  type OrderLine,
  OrderLineSchema,
  OrderSchema,
  onOrder,
  openUnits,
  orderFaults,
  orderFromPlan,
  type StoresMinimums,
  StoresMinimumsSchema,
} from './buying/order.ts';
export {
  type BuyingPlan,
  type BuyingProblem,
  BuyingProblemSchema,
  buyingPlan,
  emptyBook,
  type Offer,
  type OfferBook,
  OfferBookSchema,
  OfferSchema,
  type Solver,
  type SupplierTerms,
  SupplierTermsSchema,
  splitMinor,
  whyNot,
} from './buying/plan.ts';
export { allocatedMinor, crewShares, type Share, type Wanted } from './buying/shares.ts';
export { CONTAINERS, POSITIONS } from './catalog/containers.ts';
export { DISPUTES, type Dispute, EVIDENCE_NAMES, type Evidence } from './catalog/disputes.ts';
export { freeId } from './catalog/freeId.ts';
export { KINDS, kindCatalog } from './catalog/kinds.ts';
export { OWN_THINGS } from './catalog/ownThings.ts';
export { PUBLISHED_LISTS, type PublishedLine, type PublishedList } from './catalog/published.ts';
export { SCHOOLS } from './catalog/schools.ts';
export { type BriefTemplate, TEMPLATES } from './catalog/templates.ts';
export { changesBetween, isWorse, type NeedChange, type NeedFigures } from './coverage/changes.ts';
export { type Coverage, coverage, type NeedCoverage, type NeedState, type ServedBy } from './coverage/coverage.ts';
export { joinedNeeds } from './coverage/joined.ts';
export {
  CLASS_CONTENTS,
  classifyKit,
  KIT_CLASS_NAMES,
  KIT_CLASSES,
  type KitClass,
  type KitClassing,
  type Lacking,
  showLacking,
} from './coverage/kitClass.ts';
export { type AskedNeed, type CoverageProblem, conditionCounts, gradeOf, type StockKit, type StockUnit } from './coverage/prepare.ts';
export { type Helpfulness, type Preview, previewAdd, rankKinds } from './coverage/preview.ts';
export { byRung, hasGap, type RungCoverage, readyUntil } from './coverage/rungs.ts';
export { type WhatIf, whatIfCasualties, whatIfLost, whatIfTogether } from './coverage/whatIf.ts';
export { bestFit } from './fit/better.ts';
export { checkPlacement, type Violation } from './fit/check.ts';
export { createFit, defaultDecodes, packFit } from './fit/createFit.ts';
export {
  BOTTOM_SEAL_MM,
  flatBagCapacity,
  rollFootprintMm,
  SIDE_SEALS_MM,
  TOP_SEAL_MARGIN_MM,
} from './fit/film.ts';
export {
  type FitItem,
  type FitProblem,
  FitProblemSchema,
  type FitReason,
  type FitResult,
  type Lay,
  laysOf,
  type PlacedItem,
} from './fit/problem.ts';
export { type Balance, balanceOf, type PackingChange, packingChanges, thicknessMap, thicknessProfile } from './fit/profile.ts';
export {
  canBeCleaned,
  type Debrief,
  type DebriefKit,
  type DebriefLine,
  DebriefSchema,
  type DebriefStep,
  debriefIssues,
  debriefLines,
  debriefSteps,
  FATE_NAMES,
  type Fate,
  fatesOf,
  type Lesson,
  LessonSchema,
  leavesKit,
  undoneSteps,
} from './incident/debrief.ts';
export {
  doneText,
  type HandOver,
  type HandOverCasualty,
  type HandOverLine,
  handOver,
  handOverText,
  QR_MOST_BYTES,
  showReading,
  VITAL_NAMES,
  type VitalSeries,
  verbOf,
} from './incident/handOver.ts';
export {
  ACT_NAMES,
  ACTS,
  type Act,
  ALERTNESS,
  ALERTNESS_NAMES,
  type CasualtyView,
  type Counted,
  casualtyNumbers,
  casualtyView,
  countedEntries,
  isTourniquet,
  LIMB_NAMES,
  LIMBS,
  type Limb,
  mergeEntries,
  minutesSinceHelp,
  piecesUsedOf,
  SEAL_CHECK_MIN,
  TOURNIQUET_MARKS_H,
  type TourniquetClock,
  type Trend,
  type UseEntry,
  UseEntrySchema,
  type UseLog,
  UseLogSchema,
  VITALS,
} from './incident/log.ts';
export { takePieces, type UseInput, UseInputSchema } from './incident/use.ts';
export { gapText, type JudgedKit, type Judgement, judgeKit } from './kit/judgement.ts';
export {
  type CarryCheck,
  carryCheck,
  fitFingerprint,
  isOutside,
  kitCarry,
  kitFitProblem,
  kitMassG,
  kitPriceMinor,
  MODULE_PREFIX,
  outerOf,
  reachClasses,
} from './kit/kitFit.ts';
export {
  applyFitFix,
  type CarryRow,
  type FitFix,
  type FitProposal,
  type FitWorld,
  finish,
  proposeFits,
  whereCarried,
} from './kit/proposals.ts';
export { type CarryKit, CarryKitSchema, LoadoutViewSchema, loadoutKitOf } from './loadout/carryKit.ts';
export {
  type AloneView,
  type CarriedView,
  type CarryWorld,
  kitsAlone,
  type Lane,
  type LoadoutKit,
  type LoadoutNeed,
  type LoadoutProblem,
  type LoadoutView,
  loadoutProblem,
  loadoutView,
  missingBearer,
  type SecondCasualty,
  type SingleThing,
  type StaysBehind,
} from './loadout/loadout.ts';
export { catalogWith, OWN_ID, ownUnits } from './loadout/ownThing.ts';
export { leaveAtHome, type Scenario, SPARE_LOOKS, type Spares, type StayingUnit } from './loadout/spare.ts';
export { notReady, type TakeLine, type TakenKit, takeList } from './loadout/takeList.ts';
export { crowdedPositions, type KitConflict, kitConflicts, plannedOn, WEEKDAY_NAMES, weekdayOf } from './loadout/week.ts';
export {
  CoverageSchema,
  FindingSchema,
  type KitSummary,
  KitSummarySchema,
  type KitView,
  KitViewSchema,
  NeedStateSchema,
  type Person,
  PersonSchema,
  type PlacedUnit,
  PlacedUnitSchema,
  type Restock,
  RestockSchema,
  type StoredUnit,
  StoredUnitSchema,
  type StoredUse,
  StoredUseSchema,
  UpkeepEventSchema,
} from './model/answers.ts';
export {
  AGE_GROUP_NAMES,
  AGE_GROUPS,
  type AgeGroup,
  type Brief,
  BriefSchema,
  type Carer,
  childrenIn,
  defaultBrief,
  hasChildren,
  helpersIn,
  mayUse,
  type Override,
  OverrideSchema,
  ownSkillsOf,
  skillsOf,
  THREAT_NAMES,
  THREATS,
  type Threat,
  TRAINING_NAMES,
  TRAINING_SKILLS,
  TRAININGS,
  type Training,
} from './model/brief.ts';
export {
  BEARER_NAMES,
  BEARERS,
  type Bearer,
  BODY_SPOTS,
  type BodySpot,
  type Compartment,
  type Container,
  ContainerSchema,
  type Position,
  PositionSchema,
} from './model/container.ts';
export {
  type DrawingId,
  GRADES,
  type Grade,
  GradeSchema,
  type Kind,
  type KindCatalog,
  KindSchema,
  type KindState,
  measuresOf,
} from './model/kind.ts';
export {
  type FitChoices,
  FitChoicesSchema,
  type Kit,
  type KitDraft,
  KitDraftSchema,
  KitNameSchema,
  LAYER_NAMES,
  LAYERS,
  type Layer,
  LayerSchema,
  MadeReadyFields,
  type Module,
  ModuleSchema,
  nothingMadeReady,
  type Staging,
  StagingSchema,
  type Tick,
} from './model/kit.ts';
export {
  type CarriedKit,
  CarriedKitSchema,
  emptyWeek,
  isAtHand,
  type Loadout,
  LoadoutSchema,
  type OwnThing,
  OwnThingSchema,
  showWay,
  WEEKDAYS,
  type Weekday,
  type WeekPlan,
  WeekPlanSchema,
} from './model/loadout.ts';
export { type Lock, LockSchema } from './model/lock.ts';
export {
  isLifeSaving,
  NEED_IDS,
  NEEDS,
  type NeedId,
  NeedIdSchema,
  RUNG_NAMES,
  RUNGS,
  type Rung,
  rungOf,
  SKILL_FACTS,
  SKILLS,
  type Skill,
} from './model/need.ts';
export {
  emptyPlaces,
  PLAN_M,
  type PlacesPlan,
  PlacesPlanSchema,
  type ReachChangesRow,
  ReachChangesRowSchema,
  SPOT_SORT_NAMES,
  SPOT_SORTS,
  type Spot,
  SpotSchema,
  type SpotSort,
} from './model/placesPlan.ts';
export {
  addDays,
  compareExpiry,
  daysBetween,
  type PlainDate,
  PlainDateSchema,
  plainDate,
  showDate,
  toPlainDate,
} from './model/plainDate.ts';
export {
  type Conditions,
  ConditionsSchema,
  HANDS,
  HANDS_NAMES,
  plainConditions,
  type ReachTime,
  ReachTimeSchema,
} from './model/reach.ts';
export { type School, type SchoolIssue, SchoolSchema, schoolIssues } from './model/school.ts';
export { type SetAside, SetAsideSchema } from './model/setAside.ts';
export {
  ArticleSchema,
  CONDITION_NAMES,
  CONDITIONS,
  type Condition,
  ConditionSchema,
  isGoodOn,
  type KitId,
  KitIdSchema,
  type Lot,
  type LotId,
  LotIdSchema,
  LotSchema,
  type PersonId,
  PersonIdSchema,
  PLACES,
  type Place,
  PlaceSchema,
  piecesLeft,
  type Unit,
  type UnitId,
  UnitIdSchema,
  UnitSchema,
} from './model/unit.ts';
export {
  type HeatLog,
  HeatLogSchema,
  INSPECTION_ANSWERS,
  type Inspection,
  type InspectionAnswer,
  InspectionAnswerSchema,
  InspectionSchema,
  type KitUpkeep,
  KitUpkeepSchema,
  type Notice,
  NoticeSchema,
  plainUpkeep,
} from './model/upkeep.ts';
export { compareNeeds, type NeedDifference } from './needs/compare.ts';
export { casualtiesOf, type DerivedNeed, deriveNeeds, showTerms, type Term } from './needs/needs.ts';
export { briefSummary, inWords, showHours } from './needs/summary.ts';
export { fetchS } from './reach/fetch.ts';
export { LAST_TIMES, type MeasuredTimes, measuredOf, measuredTimes } from './reach/measured.ts';
export {
  OPEN_VALUES,
  REACH_FACTS,
  REACH_VALUES,
  type ReachChanges,
  ReachChangesSchema,
  type ReachPlan,
  type ReachValue,
  reachPlan,
} from './reach/plan.ts';
export {
  drawOf,
  handReaches,
  kitReach,
  ownReach,
  type Reach,
  type ReachedKit,
  type ReachedUnit,
  type ReachTerm,
  wrapOf,
} from './reach/reach.ts';
export { HEAT_SENSITIVE } from './rules/keeping.ts';
export { type Finding, type Fix, SEVERITIES, type Severity } from './rules/rule.ts';
export { applyFix, RULES, runRules } from './rules/rules.ts';
export { factsOf, type OpenFinding, type Sifted, siftFindings, withoutSetAside, withSetAside } from './rules/setAside.ts';
export { gtinCheckDigitIsRight } from './scan/gs1.ts';
export { hibcCheckCharacter } from './scan/hibc.ts';
export type { ScanAnswer, ScanResult } from './scan/label.ts';
export { articleOf, readScan } from './scan/scan.ts';
export {
  isStepDone,
  LEAKING_KINDS,
  moduleStepPrefix,
  openedAgain,
  STAGE_GROUP_NAMES,
  STAGE_GROUPS,
  type StageGroup,
  type StageStep,
  stageSteps,
  tickOf,
  withTick,
} from './staging/checklist.ts';
export { type PackStep, packOrder } from './staging/packOrder.ts';
export {
  labelLines,
  leakBag,
  type Repack,
  type RepackLabel,
  RepackLabelSchema,
  type RepackPlan,
  RepackSchema,
  repackPlan,
} from './staging/repack.ts';
export { SLIT_MM, type VacuumPlan, vacuumPlan } from './staging/vacuum.ts';
export { type Explanation, type WeighIn, weighIn } from './staging/weighIn.ts';
export { intakeCondition, isSuspect, SUSPECT_BELOW_SHARE } from './stock/intake.ts';
export { type Lender, type Loan, loansFor } from './stock/loans.ts';
export { type ModuleGap, moduleFill, moduleGaps, modulePattern } from './stock/moduleStock.ts';
export { pickList } from './stock/pickList.ts';
export {
  isOfferable,
  orderSpares,
  type RestockLine,
  restockLines,
  type SpareTaken,
  type SpareUnit,
  sparesOfKind,
} from './stock/restock.ts';
export { type RotationGain, type RotationKit, type RotationMove, type RotationPlan, rotation } from './stock/rotation.ts';
export { type Column, guessColumns, type Mapping } from './tables/columns.ts';
export {
  guessIntakeMapping,
  INTAKE_COLUMNS,
  type IntakeField,
  type IntakeMapping,
  type IntakeReport,
  type IntakeRow,
  readIntakeRows,
} from './tables/intakeCsv.ts';
export {
  guessMapping,
  KIND_COLUMNS,
  type KindField,
  type KindMapping,
  kindRow,
  type RowReport,
  readKindRows,
  slug,
} from './tables/kindCsv.ts';
export {
  guessOfferMapping,
  OFFER_COLUMNS,
  type OfferMapping,
  readOfferRows,
  withOffers,
} from './tables/offerCsv.ts';
export {
  ASSUMED_CELSIUS,
  ageingFactor,
  type Heat,
  type HeatSample,
  HeatSampleSchema,
  heatedInterval,
  heatOf,
  REFERENCE_CELSIUS,
} from './upkeep/heat.ts';
export { type HorizonKit, type HorizonNeed, type HorizonRow, horizon } from './upkeep/horizon.ts';
export {
  conditionAfter,
  type InspectionInterval,
  type InspectionStep,
  inspectionInterval,
  inspectionSteps,
  openSteps,
} from './upkeep/inspection.ts';
export { coverageOn, type KeptKit, UPKEEP_PLAN, type UpkeepEvent, upkeepEvents } from './upkeep/upkeep.ts';

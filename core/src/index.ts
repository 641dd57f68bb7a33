export { CONTAINERS, POSITIONS } from './catalog/containers.ts';
export { KINDS, kindCatalog } from './catalog/kinds.ts';
export { SCHOOLS } from './catalog/schools.ts';
export {
  type AskedNeed,
  type Coverage,
  type CoverageProblem,
  conditionCounts,
  coverage,
  gradeOf,
  type NeedCoverage,
  type NeedState,
  type ServedBy,
  type StockKit,
  type StockUnit,
} from './coverage/coverage.ts';
export { byRung, hasGap, type RungCoverage, readyUntil } from './coverage/rungs.ts';
export { checkPlacement, type Violation } from './fit/check.ts';
export { type CarryCheck, carryCheck, fitFingerprint, kitFitProblem, kitMassG, kitPriceMinor, reachClasses } from './fit/kitFit.ts';
export { type FitProblem, FitProblemSchema, type FitReason, type FitResult, type PlacedItem } from './fit/problem.ts';
export { createFit, defaultDecodes, packFit } from './fit/search.ts';
export { type Brief, BriefSchema, defaultBrief, TRAINING_NAMES, TRAINING_SKILLS, TRAININGS, type Training } from './model/brief.ts';
export { type Container, ContainerSchema, type Position, PositionSchema } from './model/container.ts';
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
export { type Kit, type KitDraft, KitDraftSchema, KitNameSchema, LAYER_NAMES, LAYERS, type Layer, LayerSchema } from './model/kit.ts';
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
  SKILLS,
  type Skill,
} from './model/need.ts';
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
export { type School, SchoolSchema } from './model/school.ts';
export {
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
} from './model/wire.ts';
export { casualtiesOf, type DerivedNeed, deriveNeeds, showTerms, type Term } from './needs/needs.ts';
export { type Finding, type Fix, SEVERITIES, type Severity } from './rules/rule.ts';
export { applyFix, RULES, runRules } from './rules/rules.ts';
export { gtinCheckDigitIsRight, readScan, type ScanAnswer, type ScanResult } from './scan/gs1.ts';
export { intakeCondition, isSuspect, SUSPECT_BELOW_SHARE } from './stores/intake.ts';
export { isOfferable, orderSpares, type RestockLine, restockLines, type SpareUnit } from './stores/restock.ts';
export { gapText, type JudgedKit, type Judgement, judgeKit } from './upkeep/judgement.ts';
export { coverageOn, type KeptKit, UPKEEP_PLAN, type UpkeepEvent, upkeepEvents } from './upkeep/upkeep.ts';
export { takePieces, type UseInput, UseInputSchema } from './use/use.ts';

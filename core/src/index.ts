/** What other packages use of the core, by the folder it comes from. Nothing else is public. */

// Lengths and other quantities.
export {
  amps,
  chance,
  celsiusOf,
  clock,
  fahrenheit,
  cubicInches,
  duration,
  feet,
  formatArea,
  formatCable,
  formatLength,
  inches,
  pounds,
  money,
  parseLength,
  percent,
  plain,
  roughMoney,
  roughTime,
  volts,
  type LengthStyle,
  type UnitSystem,
} from './units/index.ts';

// What is said, and the renderer.
export {
  allOf,
  capital,
  msg,
  apart,
  lengthFault,
  row,
  sentences,
  learn,
  speaker,
  spoken,
  q,
  toolText,
  type Message,
  type Say,
  type Text,
  type Value,
} from './words/index.ts';

// House, job, files.
export {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  BoxExtras,
  Breaker,
  BreakerId,
  BundleFile,
  Cable,
  CableEnd,
  type CableType,
  Change,
  changesBetween,
  cablesByPoint,
  circuitsByCable,
  GAUGES,
  conductorsFor,
  copyRoom,
  seenAtBox,
  seenPoint,
  withoutPoint,
  withPoint,
  Device,
  DeviceKind,
  type GangKind,
  FaceLayer,
  FiledRevision,
  Fixture,
  freeLabel,
  placeholderLabel,
  Furniture,
  boxGangs,
  BoxFunction,
  needsHotToo,
  onSwitch,
  plugOf,
  Gauge,
  HitMethod,
  House,
  HOUSE_FORMAT,
  type Waiver,
  HOUSE_VERSION,
  HouseId,
  houseProblems,
  isBetweenHots,
  isBulky,
  isProtecting,
  isRaceway,
  boxOfKey,
  CableId,
  deviceFacts,
  isLamp,
  plugFacts,
  PlugKey,
  voltsOf,
  isReceptacleDevice,
  isSwitchDevice,
  ItemId,
  Job,
  JOB_VERSION,
  JobId,
  JoistMembers,
  JoistObstacle,
  LoadFacts,
  LogEntry,
  isAtPoint,
  makeBreaker,
  makeCable,
  makeHouse,
  makeJob,
  makePoint,
  makeRoom,
  makeWant,
  MOST_JOBS,
  MOST_STRIPS,
  MOST_WANTS,
  nthOf,
  Obstacle,
  Opening,
  Panel,
  PanelId,
  parseFile,
  Passage,
  Point,
  PointId,
  Position,
  Preferences,
  readBundleText,
  readHouse,
  Reading,
  readJob,
  readParcels,
  Room,
  RoomId,
  Permit,
  RecordFile,
  type BuiltRecord,
  type CalendarFacts,
  type SignOffUndo,
  recordFile,
  type Shelf,
  type StripLight,
  RoomUse,
  SignOffRecord,
  switchCount,
  switchedIn,
  switchesIn,
  switchKey,
  switchPlaces,
  OverrideBasis,
  ToolKey,
  Tune,
  Wall,
  WallId,
  Want,
  WantId,
  writeBundle,
  type Bundle,
  type DocumentChange,
  type Filed,
  type Read,
  type ReadProblem,
} from './document/index.ts';

// Findings and their remedies.
export {
  applyEdit,
  becauseRounded,
  becauseText,
  holdsUp,
  MARKS,
  sourceLine,
  sureness,
  type Edit,
  type Finding,
  type Remedy,
  type Mark,
  type Severity,
} from './findings/index.ts';

// Boxes, parts, appliances.
export {
  APPLIANCES,
  applianceSource,
  BOXES,
  boxModel,
  CABLE_SORTS,
  cableSortText,
  loadOf,
  PARTS,
  partName,
  rollKey,
  type CableSort,
  type PartKey,
} from './catalog/index.ts';

// Walls, studs, rooms.
export {
  closingErrorMm,
  fromOtherFaces,
  JOIST_MEMBERS,
  LEAST_PINS,
  levelOf,
  neighborHeight,
  oddsInMiddle,
  outlineOf,
  PHOTO_ERROR_MM,
  pinPhoto,
  placeBehind,
  placeText,
  planOfHouse,
  posteriorOf,
  besideDoor,
  snapRoom,
  TRANSFER_WISH,
  wallLines,
  withFrame,
  type Pin,
  type PhotoReading,
  type Pixel,
  type WallFrame,
} from './structure/index.ts';

// What feeds what.
export {
  buildFeed,
  chained,
  directoryCsv,
  readDirectory,
  withDirectory,
  feedTree,
  HUNT_SOURCE,
  huntCandidates,
  huntEnd,
  type HuntAnswer,
  type HuntEnd,
  type HuntWalk,
  nextWalk,
  surveyedOtherwise,
  suspects,
  withFound,
  freeSpace,
  panelFace,
  type PanelSpace,
  switching,
  type Commanding,
  type Feed,
  type FeedNode,
} from './feed/index.ts';

// Load, voltage drop, heating.
export {
  circuitLoad,
  clashes,
  fastestTrip,
  faultAt,
  heatedC,
  overload,
  settledC,
  slowestTrip,
  timeConstant,
  together,
  voltageDrop,
  withstandSeconds,
  type FaultAt,
  type HeatedConductor,
} from './load/index.ts';

// Rules and their numbers.
export {
  BUNDLED_OVER,
  EDITIONS,
  heatedConductor,
  inLimitRange,
  isLimitKey,
  LIMIT_KEYS,
  limitRange,
  LIMITS,
  limitTitle,
  limitWords,
  necPack,
  NEW_METHODS,
  outletCoverage,
  packFor,
  surveyBox,
  tripOfCable,
  type Edition,
  type LimitKey,
  type Rule,
  type RuleNumber,
  type Stretch,
} from './codes/index.ts';

// Ways of a cable.
export {
  buildGraph,
  cheapestFrom,
  edgesFrom,
  EVEN_TUNE,
  framesOf,
  onWall,
  CROWN_LEAST_MM,
  OPERATIONS,
  END_SLACK_MM,
  racewayLeg,
  STICK_MM,
  WEIGHTS,
  type Hole,
  type Move,
  type OperationKind,
  type Place,
  type Route,
  type RouteGraph,
} from './routing/index.ts';

// Options.
export {
  changeText,
  gainText,
  isGain,
  methodGains,
  newLoadId,
  newPointId,
  planJob,
  applyChanges,
  gangOfSwitch,
  pairedIn,
  shiftRoomMm,
  switchesOf,
  toolGains,
  routeKindText,
  type PlannedLeg,
  type Planning,
} from './planning/index.ts';

// Conductors and what joins them.
export { type Conductor, type Splice, type SpliceMember, type Screw, type Wired } from './network/index.ts';

// Boxes as wired.
export { endText, type BoxWiring } from './wiring/index.ts';

// The bill.
export {
  allParts,
  billCsv,
  partOf,
  priceCsv,
  priceRows,
  readPrices,
  substitutesFor,
  tripBill,
  withPrices,
  type Bill,
  type BillLine,
  type Needed,
  type PricesRead,
} from './materials/index.ts';

// Strip lighting.
export {
  driverVoltAmperes,
  leadsIn,
  leadsToPull,
  planStrip,
  stripNeeds,
  stripSteps,
  stripWatts,
  type StripPlan,
} from './lighting/index.ts';

// Steps and tests.
export { deadState, diagnosePairs, type DeadChain, type Step, type Test } from './work/index.ts';

// The tape line.
export {
  applyTapes,
  usualBoxes,
  BREAKER_AMPS,
  parseBreaker,
  type TypedBreaker,
  parseSketch,
  parseWants,
  type TypedWant,
  type WantFault,
  parseTapes,
  TAPE_LETTERS,
  tapeText,
  type TapeLetter,
  type TapedBox,
  type TapeEntry,
} from './tape/index.ts';

// Where a want is placed.
export { middleOfCeiling } from './placement/ceilings.ts';
export { gainsOf, type BoxOut, type Gains, type NearPlace } from './placement/near-places.ts';
export { nextReadingFor } from './placement/place-wants.ts';
export { transfersOf, transferText, type HoleTransfer } from './placement/transfers.ts';

// The front door.
export { maySign, readinessOf, SHORTEST_REASON, verdictOf } from './evaluation/record.ts';
export { proveOption } from './evaluation/prove-option.ts';
export { UNPROVED } from './evaluation/proof-findings.ts';
export { evaluate, proofsOf, type Proofs } from './evaluation/evaluate.ts';
export { lookList, type LookAt, type LookStop } from './evaluation/look-list.ts';
export { cardOf, type HouseCard, type JobOnCard, type RoomOnCard } from './evaluation/card.ts';
export {
  judge,
  settingOf,
  workMinutes,
  type Evaluation,
  type OptionView,
  type Prover,
} from './evaluation/judge.ts';
export { type Chosen } from './evaluation/chosen.ts';
export { signOff } from './evaluation/sign-off.ts';
export { whatIf, withOtherwise, type Otherwise } from './evaluation/what-if.ts';
export { changedSince, undoSignOff } from './evaluation/undo-sign-off.ts';
export type {
  Backup,
  Binned,
  Devices,
  HouseSummary,
  Imported,
  JobSummary,
  PairingCode,
  ProblemBody,
  Revision,
  RevisionPage,
  Saved,
  ToldProblem,
} from './wire/index.ts';

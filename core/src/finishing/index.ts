export { type Around, matchedSupplies, nothingAround, type SetBatch, type Stock, type WetElsewhere } from './Around';
export { type Addition, additionRow, additionTable } from './additionTable';
export { comesBefore, ownStepId } from './applyEdits';
export { additionsOf, availableAdditions, availableLooks, type LookChoice, lookNames } from './availableLooks';
export { bandColour } from './bandColour';
export { blockOf, blockTable } from './blockTable';
export { cautionDefers, cautionsOf } from './cautions';
export { type AwaitedKind, awaitedNames, type PlanSoFar, type Station, stationsOf } from './commission';
export { concludeSpotTest, type SpotConclusion } from './concludeSpotTest';
export { type CopiedFinish, copyFinish } from './copyFinish';
export { type DamageRow, damageRow, damageTable, type Treatment } from './damageTable';
export { type Exposure, exposuresOf } from './exposure';
export type { Finding, Hold, Severity, Silenced } from './Finding';
export { astmClass, badChecks, checkWords, filmCheck, filmChecks, type Mark, sheenFromMin } from './filmChecks';
export { fittingTable, screwsSay } from './fittings';
export { generatePlan, type Shop } from './generatePlan';
export { handsOnMinutes, handsOnParts } from './handsOnMinutes';
export { homeMoistureFrac, moistureApartFrac } from './homeMoistureFrac';
export { type House, type HouseRule, houseOf, houseRuleTable } from './houseRules';
export { type Badness, badnessOf, badnessTable, isQuick, withBadness } from './howBad';
export { type LagOnSurface, lagsOf, waitWords, waitWordsAfter } from './lagsOf';
export { isLocal } from './lateDamage';
export { dustAfter, lateScuff, sizedAgain } from './lateScuff';
export { hasOldFilm, leadBanTable, leadHold, leadRemovalKey } from './leadBans';
export { type Look, lookRow, lookTable } from './lookTable';
export { countOf, type Member, memberKey, membersOf, memberTable, worksFor } from './members';
export { planIssues } from './planIssues';
export { loggedSteps, type Plan, planOf } from './planOf';
export { handOverWords, restraintOf } from './restraint';
export { asItStands, changeLook, coatsDone } from './reworked';
export { applyFix, type Fix, type PlanEdit } from './rules/Fix';
export type { AirReading, Rule, RuleContext, SpaceBars, StepTime } from './rules/Rule';
export { checkPlan, ruleTable, silencedFindings } from './ruleTable';
export { facesOfStep, runPlan, type StepStates } from './runPlan';
export { lookOf, type Situation } from './Situation';
export { isSeen, matchOf } from './seenTogether';
export { seenWords } from './seenWords';
export { severityWords } from './severityWords';
export { belongsBehind, goesOn, inSittings, mayGoOn, meetsWet } from './sittings';
export { bandEdgesM, bandShares, damageCase, situationsOf } from './situationsOf';
export { hardwareNames } from './stages/hardware';
export {
  type Consumption,
  isFlammable,
  isSprayed,
  methodMinutes,
  methodNames,
  needsNobody,
  type StepKind,
  stepKind,
  stepKindTable,
} from './stepKinds';
export { stepNameOf } from './stepNameOf';
export { doWhat, lowerFirst, upperFirst, whereOf } from './stepWords';
export { type SurfaceState, statesAsFound } from './surfaceState';
export { recommendTakeOff, type TakeOffId, takeOffOf, takeOffTable } from './takeOff';
export { unmetNeeds } from './unmetNeeds';
export { wearIn } from './wearIn';
export { flatFaces, type WorkedFaces, workedFaces } from './workedFaces';

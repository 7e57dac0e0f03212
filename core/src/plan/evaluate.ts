import { workload, type Workload } from '../coverage';
import { defined, energyJ, thermalRelaxationMs, assertInRange } from '../units';
import {
  cautionsFor,
  settingCautions,
  testSpotReasons,
  type CautionCode,
  type TestSpotReason,
} from './cautions';
import {
  marginFor,
  stretchOf,
  windowFor,
  windowInput,
  type Depth,
  type ModelWindow,
} from './model';
import { modelSilence, type ModelSilence } from './model-silence';
import { cellHeat, type CellHeat } from './cell-size';
import { coolingOf } from './cooling-dial';
import { habitOf, passRule } from './habits';
import { centralWavelengthNm, type Handpiece } from './handpiece';
import { learntHere, MOST_BY_ANSWERS, type LearntHere } from './learnt';
import { limitsFor, upperOf, type Limits, type Upper } from './limits';
import { coolingText, toldHere } from './past-response';
import { checkMargins, type ProtocolRow } from './protocol';
import type { PlanCase } from './plan-case';
import { hairHandpiece, refusalsFor, type Refusal } from './refusals';
import { rowOfSetting } from './row-of-setting';
import type { Setting } from './setting';
import { startFor, type Start } from './start';
import { buildsUpHeat, glides } from './technique';
import { teachingLadder } from './teaching-ladder';
import { usedThen } from './used-then';
import {
  checkSubject,
  hairDiameterUm,
  workingSkin,
  type PastSession,
  type WorkingSkin,
} from './subject';

/** What may be hoped for at a fluence: to the bulb, in part, or not at all. */
export type Expected = 'toTheBulb' | 'inPart' | 'tooLittle' | 'unknown';

/** All that follows from a setting on this subject. */
export interface Evaluation {
  readonly working: WorkingSkin;
  readonly refusals: readonly Refusal[];
  readonly limits: Limits | null;
  readonly upper: Upper | null;
  /** What the model says here; null where it is silent. */
  readonly model: ModelWindow | null;
  readonly modelSilence: ModelSilence | null;
  /** Where it is silent: what it says of plain skin, which stays as an upper bound; else null. */
  readonly plainSkin: ModelWindow | null;
  /** Share of the model's ceiling that may be used. */
  readonly margin: number;
  /** What answers taught here; null where the clinic has no rule for it or the model is silent. */
  readonly learnt: LearntHere | null;
  /** What may be hoped for at the highest rung of the ladder: what test spots can reach today. */
  readonly expected: Expected;
  readonly expectedAtStart: Expected;
  readonly expectedAtUpper: Expected;
  /** Test-spot fluences from the start up, J/cm²; empty where nothing is low enough. */
  readonly ladder: readonly number[];
  /** Which rung, from 0, is the first that is expected to work; null where none is. */
  readonly firstWorkingRung: number | null;
  /** Share of the model's ceiling that the start takes; null where the model is silent. */
  readonly startShare: number | null;
  readonly row: ProtocolRow | null;
  /** Where the planner would start at this handpiece, spot and pulse. */
  readonly start: Start | null;
  readonly energyJ: number;
  readonly hairRelaxationMs: number;
  readonly work: Workload;
  /** Heat that gliding builds up; null for other techniques, and where only ranking was asked for. */
  readonly cellHeat: CellHeat | null;
  readonly cautions: readonly CautionCode[];
  readonly testSpot: readonly TestSpotReason[];
}

/** What follows from a setting whatever its fluence. */
type Ground = Omit<Evaluation, 'refusals' | 'energyJ' | 'work' | 'cellHeat'>;

/** A setting on a subject, all worked out but for its fluence. */
export interface Grounded {
  readonly plan: PlanCase;
  readonly handpiece: Handpiece | undefined;
  readonly depth: Depth;
  readonly ground: Ground;
}

/**
 * Works out everything that a setting means for a subject: what refuses it, its limits, its work and
 * its cautions.
 * @throws InputError naming the field where the case itself makes no sense.
 */
export const evaluate = (plan: PlanCase, setting: Setting, depth: Depth = 'whole'): Evaluation =>
  atFluence(groundOf(plan, setting, depth), setting);

/**
 * What a setting means for a subject whatever its fluence: its limits, what the model says, where to start, its cautions.
 * @throws InputError naming the field where the case itself makes no sense.
 */
export function groundOf(
  plan: PlanCase,
  setting: Omit<Setting, 'fluenceJcm2'>,
  depth: Depth,
): Grounded {
  assertInRange('subject.areaCm2', plan.subject.areaCm2, 1, 5000);
  assertInRange('setting.rateHz', setting.rateHz, 0.1, 20);
  assertInRange('setting.pulseMs', setting.pulseMs, 0.01, 1000);
  checkSubject(plan.subject, plan.today);
  checkMargins(plan.protocol.margins);
  const handpiece = hairHandpiece(plan, setting);
  const working = workingSkin(plan.subject);
  const row = handpiece === undefined ? null : rowOfSetting(plan, handpiece, setting, working);
  const silence = modelSilence(plan.subject);
  const margin = marginFor(plan.protocol.margins, plan.subject, working);
  const plain =
    handpiece === undefined || silence === 'tattooed'
      ? null
      : windowFor(
          windowInput(plan.subject, working, handpiece, setting, plan.protocol.techniques),
          depth,
        );
  const model = silence === null ? plain : null;
  const told =
    handpiece === undefined
      ? []
      : toldHere(
          plan.subject.history,
          {
            wavelengthNm: centralWavelengthNm(handpiece.light),
            setting,
            cooling: coolingText(coolingOf(handpiece, setting), setting.added),
          },
          (session) => ceilingRatio(plan, handpiece, session, model),
        );
  const learnt = handpiece === undefined ? null : learntHere(plan, handpiece);
  // Good answers open more than the margin only where the clinic says so, and never past 0.80.
  const allowed = learnt?.rule.mayRise === true ? MOST_BY_ANSWERS : margin;
  const limits =
    handpiece === undefined || row === null
      ? null
      : limitsFor({
          spot: setting.spot,
          rateHz: setting.rateHz,
          handpiece,
          row,
          told,
          modelJcm2: plain === null ? null : plain.ceilingJcm2 * allowed,
          riskJcm2: learnt === null || model === null ? null : model.ceilingJcm2 * learnt.share,
          own: plan.protocol,
        });
  const upper = limits === null ? null : upperOf(limits, defined(handpiece));
  const start =
    handpiece === undefined || row === null || limits === null || upper === null
      ? null
      : startFor({
          subject: plan.subject,
          working,
          handpiece,
          pulseMs: setting.pulseMs,
          row,
          limits,
          upper,
          told,
          today: plan.today,
          own: plan.protocol,
        });
  const rungs =
    start === null || upper?.fluenceJcm2 == null
      ? []
      : teachingLadder({
          start: start.fluenceJcm2,
          upper: upper.fluenceJcm2,
          scale: defined(handpiece).fluenceJcm2,
          // Ranking goes by the even ladder: what each rung would teach is worked out for the one that is looked at.
          model: depth === 'ranking' ? null : model,
          learnt: depth === 'ranking' ? null : learnt,
        });
  const firstWorking = rungs.findIndex((rung) => WORKS.includes(expectedAt(rung, model)));
  return {
    plan,
    handpiece,
    depth,
    ground: {
      working,
      limits,
      upper,
      model,
      modelSilence: silence,
      margin: allowed,
      learnt,
      plainSkin: silence === null ? null : plain,
      expected: expectedAt(rungs.at(-1) ?? upper?.fluenceJcm2 ?? null, model),
      expectedAtStart: expectedAt(start?.fluenceJcm2 ?? null, model),
      expectedAtUpper: expectedAt(upper?.fluenceJcm2 ?? null, model),
      ladder: rungs,
      firstWorkingRung: firstWorking < 0 ? null : firstWorking,
      startShare: model === null || start === null ? null : start.fluenceJcm2 / model.ceilingJcm2,
      row,
      start,
      hairRelaxationMs: thermalRelaxationMs('cylinder', hairDiameterUm(plan.subject.hair)),
      cautions: [
        ...cautionsFor(plan.subject, working, plan.today, plan.protocol),
        ...settingCautions(setting, plain?.frostSeconds ?? 0),
      ],
      testSpot:
        handpiece === undefined
          ? []
          : testSpotReasons(
              plan.subject,
              { handpieceId: handpiece.id, wavelengthNm: centralWavelengthNm(handpiece.light) },
              plan.today,
            ),
    },
  };
}

/** What refuses a setting of which all but the fluence is worked out. */
export const refusalsAt = (
  { plan, handpiece, ground: { row, limits, upper } }: Grounded,
  setting: Setting,
): readonly Refusal[] => refusalsFor({ plan, setting, handpiece, row, limits, upper });

/**
 * Everything that a setting means, where all but its fluence is worked out; `setting` is that one but for the fluence.
 * @throws InputError for a fluence that no device has.
 */
export function atFluence(grounded: Grounded, setting: Setting): Evaluation {
  assertInRange('setting.fluenceJcm2', setting.fluenceJcm2, 0.1, 500);
  const { plan, handpiece, depth, ground } = grounded;
  const { techniques } = plan.protocol;
  return {
    ...ground,
    refusals: refusalsAt(grounded, setting),
    energyJ: energyJ(setting.fluenceJcm2, setting.spot),
    work: workFor(plan, setting, handpiece),
    cellHeat:
      handpiece === undefined || depth === 'ranking' || !buildsUpHeat(setting.technique)
        ? null
        : cellHeat({
            input: windowInput(plan.subject, ground.working, handpiece, setting, techniques),
            fluenceJcm2: setting.fluenceJcm2,
            targetC: habitOf(plan.protocol, setting.technique).warmC,
            margin: marginFor(plan.protocol.margins, plan.subject, ground.working),
          }),
  };
}

// Shorter pulses are for ink: the model of hair has nothing to say of them.
const SHORTEST_HAIR_MS = 0.01;

/**
 * This setting's ceiling on the skin as it is now over that of an earlier session on the skin as it was found then, so
 * that darker skin never gains by the comparison; null where the model is silent. Where the skin of then was not kept,
 * nothing is gained either.
 */
function ceilingRatio(
  plan: PlanCase,
  handpiece: Handpiece,
  session: PastSession,
  model: ModelWindow | null,
): number | null {
  if (model === null || session.setting.pulseMs < SHORTEST_HAIR_MS) return null;
  const { subject, protocol } = plan;
  const then = { ...subject, skin: session.skin ?? subject.skin };
  const used = usedThen(plan, handpiece, session);
  const input = windowInput(then, workingSkin(then), used, session.setting, protocol.techniques);
  const ratio = model.ceilingJcm2 / windowFor(input).ceilingJcm2;
  return session.skin === undefined ? Math.min(1, ratio) : ratio;
}

const WORKS: readonly Expected[] = ['toTheBulb', 'inPart'];

/** What may be hoped for at a fluence, J/cm²; unknown where the model is silent or there is no fluence. */
export function expectedAt(fluenceJcm2: number | null, model: ModelWindow | null): Expected {
  if (model === null || fluenceJcm2 === null) return 'unknown';
  const { floorJcm2, fullJcm2 } = model;
  if (floorJcm2 === null || fluenceJcm2 < floorJcm2) return 'tooLittle';
  return fullJcm2 !== null && fluenceJcm2 >= fullJcm2 ? 'toTheBulb' : 'inPart';
}

function workFor(plan: PlanCase, setting: Setting, handpiece: Handpiece | undefined): Workload {
  const { cellCm2 } = habitOf(plan.protocol, setting.technique);
  const { restSeconds } = passRule(
    plan.protocol,
    setting.technique,
    plan.subject,
    modelSilence(plan.subject),
  );
  return workload({
    areaCm2: plan.subject.areaCm2,
    stretch: handpiece === undefined ? 1 : stretchOf(handpiece, setting.technique),
    spot: setting.spot,
    rateHz: setting.rateHz,
    fluenceJcm2: setting.fluenceJcm2,
    strokes: glides(setting.technique)
      ? { kind: 'inMotion', passes: setting.passes, cellCm2, restSeconds }
      : { kind: 'stamping' },
    pace: plan.protocol.pace,
    gel: handpiece?.gel ?? false,
  });
}

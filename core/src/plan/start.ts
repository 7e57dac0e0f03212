import { figureOf, type ClinicalFigures } from '../figures';
import { SITES } from '../sites';
import { type Day, stepDown } from '../units';
import { testSpotReasons, type TestSpotReason } from './cautions';
import { centralWavelengthNm, type Handpiece } from './handpiece';
import { mostToBeginWith, type Limits, type Upper } from './limits';
import { likePulse, type ToldHere } from './past-response';
import type { ProtocolRow } from './protocol';
import { stepRule, type StepAdvice } from './step-rule';
import type { PastSession, Subject, WorkingSkin } from './subject';

export type LowStartReason =
  'denseDarkHair' | 'bonyOrThin' | 'mucosal' | 'scarred' | 'firstTypesIVtoVI';

/** Where the starting fluence comes from. */
export type StartBasis =
  | {
      readonly kind: 'protocolRange';
      readonly low: number;
      readonly high: number;
      readonly share: number;
    }
  | {
      readonly kind: 'protocolLow';
      readonly low: number;
      readonly because: readonly LowStartReason[];
    }
  | {
      readonly kind: 'lastSession';
      readonly session: PastSession;
      readonly advice: StepAdvice;
      /** That session's fluence as it counts at the setting at hand, J/cm². */
      readonly fromJcm2: number;
      /** What the rule gives before any limit or step, J/cm². */
      readonly wantedJcm2: number;
    };

/** What held a start below its basis: the upper end itself, room for a second rung, or what a new client would get. */
export type StartCut = 'upper' | 'secondRung' | 'newClient';

export interface Start {
  readonly fluenceJcm2: number;
  readonly basis: StartBasis;
  /** What brought the start down from its basis; null where nothing did. */
  readonly cut: StartCut | null;
  /** What of a returning client's skin or medicines has changed, where that bound the start. */
  readonly changed: readonly TestSpotReason[];
  /** Whether it lies below the protocol's low end. */
  readonly belowProtocol: boolean;
}

/** The latest earlier session that speaks for this wavelength and a like pulse, as it counts here. */
export const lastTold = (told: readonly ToldHere[], pulseMs: number): ToldHere | null =>
  told
    .filter(
      ({ session, how }) => how !== 'asItStands' && likePulse(session.setting.pulseMs, pulseMs),
    )
    .at(-1) ?? null;

const CHANGES: readonly TestSpotReason[] = ['tan', 'darkerSkin', 'newMedicine'];

/**
 * The fluence to begin with: the last session with a like pulse moved by the step rule, else the protocol's low end
 * plus a share of its range, a third as shipped, or its low end where caution asks. With a new tan, darker skin or a new medicine, no more
 * than a new client with that skin would get. Never above `startShare` × `upper`, always on the device's step and rounded down;
 * null where no step is low enough.
 */
export function startFor(input: {
  readonly subject: Subject;
  readonly working: WorkingSkin;
  readonly handpiece: Handpiece;
  readonly pulseMs: number;
  readonly row: ProtocolRow;
  readonly limits: Limits;
  readonly upper: Upper;
  readonly told: readonly ToldHere[];
  readonly today: Day;
  readonly own: ClinicalFigures;
}): Start | null {
  const { subject, working, handpiece, row, limits, upper, today, own } = input;
  if (upper.fluenceJcm2 === null) return null;
  const last = lastTold(input.told, input.pulseMs);
  const asNew = newClientBasis(subject, working, row, own);
  const basis = last === null ? asNew : returnBasis(last);
  const light = {
    handpieceId: handpiece.id,
    wavelengthNm: centralWavelengthNm(handpiece.light),
  };
  const changed =
    last === null
      ? []
      : testSpotReasons(subject, light, today).filter((reason) => CHANGES.includes(reason));
  const caps: readonly (readonly [StartCut, number])[] = [
    ['upper', upper.fluenceJcm2],
    ['secondRung', mostToBeginWith(limits, upper, handpiece.fluenceJcm2, own)],
    ...(changed.length > 0 ? ([['newClient', wantedJcm2(asNew)]] as const) : []),
  ];
  const wanted = wantedJcm2(basis);
  const lowest = Math.min(wanted, ...caps.map(([, cap]) => cap));
  const fluenceJcm2 = stepDown(lowest, handpiece.fluenceJcm2);
  if (fluenceJcm2 === null) return null;
  const cut =
    caps.find(([name, cap]) => name === 'newClient' && cap === lowest && cap < wanted - 1e-9) ??
    caps.find(([, cap]) => cap < wanted - 1e-9);
  return {
    fluenceJcm2,
    basis,
    cut: cut?.[0] ?? null,
    changed: cut?.[0] === 'newClient' ? changed : [],
    belowProtocol: fluenceJcm2 < row.fluenceJcm2.low - 1e-9,
  };
}

function returnBasis({ session, fluenceJcm2 }: ToldHere): StartBasis {
  const advice = stepRule(session.answer);
  return {
    kind: 'lastSession',
    session,
    advice,
    fromJcm2: fluenceJcm2,
    wantedJcm2: fluenceJcm2 * advice.factor,
  };
}

function newClientBasis(
  subject: Subject,
  working: WorkingSkin,
  { fluenceJcm2: { low, high } }: ProtocolRow,
  own: ClinicalFigures,
): StartBasis {
  const because = lowStartReasons(subject, working);
  return because.length > 0
    ? { kind: 'protocolLow', low, because }
    : { kind: 'protocolRange', low, high, share: figureOf(own, 'hairBegin') };
}

function wantedJcm2(basis: StartBasis): number {
  switch (basis.kind) {
    case 'lastSession':
      return basis.wantedJcm2;
    case 'protocolLow':
      return basis.low;
    case 'protocolRange':
      return basis.low + (basis.high - basis.low) * basis.share;
  }
}

function lowStartReasons(subject: Subject, working: WorkingSkin): readonly LowStartReason[] {
  const { hair, site } = subject;
  const dark = hair.colour === 'black' || hair.colour === 'darkBrown';
  const reasons: [LowStartReason, boolean][] = [
    ['denseDarkHair', dark && hair.density === 'dense'],
    ['bonyOrThin', SITES[site].bonyOrThin],
    ['mucosal', SITES[site].mucosal],
    ['scarred', subject.skin.surface === 'scarred'],
    ['firstTypesIVtoVI', working.type >= 4],
  ];
  return reasons.filter(([, holds]) => holds).map(([reason]) => reason);
}

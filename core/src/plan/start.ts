import { SITES } from '../course';
import { stepDown } from '../units';
import { centralWavelengthNm, type Handpiece } from './handpiece';
import { comparable, type Upper } from './limits';
import type { ProtocolRow } from './protocol';
import { stepRule, type StepAdvice } from './step-rule';
import type { PastSession, Subject, WorkingSkin } from './subject';

export type LowStartReason =
  'denseDarkHair' | 'bonyOrThin' | 'mucosal' | 'scarred' | 'firstTypesIVtoVI';

/** Where the starting fluence comes from. */
export type StartBasis =
  | { readonly kind: 'protocolThird'; readonly low: number; readonly high: number }
  | {
      readonly kind: 'protocolLow';
      readonly low: number;
      readonly because: readonly LowStartReason[];
    }
  | {
      readonly kind: 'lastSession';
      readonly session: PastSession;
      readonly advice: StepAdvice;
      /** What the rule gives before any limit or step, J/cm². */
      readonly wantedJcm2: number;
    };

export interface Start {
  readonly fluenceJcm2: number;
  readonly basis: StartBasis;
  /** Whether `upper` cut the start down. */
  readonly cutByUpper: boolean;
}

/** The latest earlier session that speaks for this wavelength and pulse. */
export function lastComparable(
  subject: Subject,
  handpiece: Handpiece,
  pulseMs: number,
): PastSession | null {
  const wavelengthNm = centralWavelengthNm(handpiece.light);
  return (
    subject.history.filter((session) => comparable(session, wavelengthNm, pulseMs)).at(-1) ?? null
  );
}

/**
 * The fluence to begin with: the last comparable session moved by the step rule, else the protocol's
 * low end plus a third of its range, or its low end where caution asks. Never above `upper`, always
 * on the device's step and rounded down; null where no step is low enough.
 */
export function startFor(input: {
  readonly subject: Subject;
  readonly working: WorkingSkin;
  readonly handpiece: Handpiece;
  readonly pulseMs: number;
  readonly row: ProtocolRow;
  readonly upper: Upper;
}): Start | null {
  if (input.upper.fluenceJcm2 === null) return null;
  const basis = basisFor(input);
  const wanted = wantedJcm2(basis);
  const fluenceJcm2 = stepDown(
    Math.min(wanted, input.upper.fluenceJcm2),
    input.handpiece.fluenceJcm2,
  );
  if (fluenceJcm2 === null) return null;
  return { fluenceJcm2, basis, cutByUpper: wanted > input.upper.fluenceJcm2 + 1e-9 };
}

function basisFor(input: Parameters<typeof startFor>[0]): StartBasis {
  const last = lastComparable(input.subject, input.handpiece, input.pulseMs);
  if (last !== null) {
    const advice = stepRule(last.answer);
    return {
      kind: 'lastSession',
      session: last,
      advice,
      wantedJcm2: last.setting.fluenceJcm2 * advice.factor,
    };
  }
  const because = lowStartReasons(input.subject, input.working);
  const { low, high } = input.row.fluenceJcm2;
  return because.length > 0
    ? { kind: 'protocolLow', low, because }
    : { kind: 'protocolThird', low, high };
}

function wantedJcm2(basis: StartBasis): number {
  switch (basis.kind) {
    case 'lastSession':
      return basis.wantedJcm2;
    case 'protocolLow':
      return basis.low;
    case 'protocolThird':
      return basis.low + (basis.high - basis.low) / 3;
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

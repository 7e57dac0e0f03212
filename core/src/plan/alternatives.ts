import { FROST_S } from './cautions';
import { defined, stepDown } from '../units';
import { coolingDials, coolingOf, turned } from './cooling-dial';
import { evaluate } from './evaluate';
import type { PlanCase } from './plan-case';
import { glides } from './technique';
import type { Setting } from './setting';

export type AlternativeKind = 'fluence' | 'pulse' | 'cooling';

/** One way to ease the skin after a setting was too much for it. */
export interface Alternative {
  readonly kind: AlternativeKind;
  readonly setting: Setting;
  /** Fluence over the model's ceiling there; null where the model is silent. */
  readonly load: number | null;
  /** Fluence over the model's floor there; null where there is none. */
  readonly reach: number | null;
}

export interface Alternatives {
  /** Fluence over ceiling as it was. */
  readonly before: number | null;
  /** Those that ease the skin by a tenth at least and that nothing refuses. */
  readonly options: readonly Alternative[];
  /** The one that keeps most reach over the floor; null where the model cannot tell or nothing eases. */
  readonly preferred: AlternativeKind | null;
}

const EASED_TO = 0.9;
const PACKS_S = [60, 120, 180, 240] as const;

/**
 * Less fluence, a longer pulse or more cooling: the least of each that takes a tenth off the skin's load (fluence ÷
 * ceiling), and which of them the model prefers: the one that leaves the hair most.
 */
export function alternativesFor(plan: PlanCase, setting: Setting): Alternatives {
  const handpiece = plan.handpieces.find(({ id }) => id === setting.handpieceId);
  if (handpiece === undefined) return { before: null, options: [], preferred: null };
  const before = judged(plan, 'fluence', setting).load;
  const eases = ({ load }: Alternative) =>
    before === null || load === null || load <= before * EASED_TO + 1e-9;
  const first = (kind: AlternativeKind, settings: readonly Setting[]): Alternative[] => {
    for (const each of settings) {
      const alternative = judged(plan, kind, each);
      if (alternative.usable && eases(alternative)) return [alternative];
    }
    return [];
  };
  const less = stepDown(setting.fluenceJcm2 * EASED_TO, handpiece.fluenceJcm2);
  const longer = handpiece.pulsesMs.filter((pulse) => pulse > setting.pulseMs + 1e-9);
  const options = [
    ...first('fluence', less === null ? [] : [{ ...setting, fluenceJcm2: less }]),
    // Without the model nothing says how much a longer pulse or a colder tip would help.
    ...(before === null
      ? []
      : [
          ...first(
            'pulse',
            longer.map((pulseMs) => ({ ...setting, pulseMs })),
          ),
          ...first('cooling', [...(glides(setting.technique) ? [] : colder()), ...added()]),
        ]),
  ];
  const best = options.reduce<Alternative | null>(
    (kept, each) => (kept === null || (each.reach ?? 0) > (kept.reach ?? 0) + 1e-9 ? each : kept),
    null,
  );
  return { before, options, preferred: before === null ? null : (best?.kind ?? null) };

  /** Cold air, then a cold pack, on top of what the handpiece has. */
  function added(): readonly Setting[] {
    const { air = false, packSeconds = 0 } = setting.added ?? {};
    const packs = PACKS_S.filter((seconds) => seconds > packSeconds);
    return [
      ...(air ? [] : [{ ...setting, added: { ...setting.added, air: true } }]),
      ...packs.map((seconds) => ({
        ...setting,
        added: { ...setting.added, packSeconds: seconds },
      })),
    ];
  }

  /** Every colder place of each dial, nearest first. */
  function colder(): readonly Setting[] {
    const cooling = coolingOf(defined(handpiece), setting);
    return coolingDials(cooling).flatMap((dial) => {
      const sign = dial.colder === 'up' ? 1 : -1;
      const most = Math.round((dial.max - dial.min) / dial.step);
      return Array.from({ length: most }, (_, i) => turned(cooling, dial, sign * (i + 1))).flatMap(
        (each) => (each === null ? [] : [{ ...setting, cooling: each }]),
      );
    });
  }
}

function judged(plan: PlanCase, kind: AlternativeKind, setting: Setting) {
  const { model, refusals } = evaluate(plan, setting, 'ranking');
  const { fluenceJcm2 } = setting;
  return {
    kind,
    setting,
    load: model === null ? null : fluenceJcm2 / model.ceilingJcm2,
    reach: model?.floorJcm2 == null ? null : fluenceJcm2 / model.floorJcm2,
    usable: refusals.length === 0 && (model === null || model.frostSeconds <= FROST_S),
  };
}

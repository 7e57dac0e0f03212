import { SITES } from '../sites';
import { GEL, HAIR_MELANIN, AIR, SAPPHIRE, type Skin, type Surface } from '../optics';
import { peakC } from '../damage';
import { defined, assertInRange, Cache, finiteOrNull } from '../units';
import {
  ceilingJcm2,
  DEFAULT_DERMIS_MM,
  DEFAULT_EPIDERMIS_UM,
  floorJcm2,
  follicleOf,
  litSkinOf,
  solveWindow,
  type LitSkin,
  type SolvedWindow,
  type WindowInput,
} from '../window';
import { coolingOf } from './cooling-dial';
import type { Handpiece, Technique } from './handpiece';
import type { Margins, Protocol } from './protocol';
import { habitOf, passRule } from './habits';
import type { Setting } from './setting';
import { buildsUpHeat, glides } from './technique';
import { hairDiameterUm, type Subject, type UsedHandpiece, type WorkingSkin } from './subject';

/** What the model of light, heat and damage says of a handpiece, spot and pulse on a subject. J/cm². */
export interface ModelWindow {
  /** Ω = 1 anywhere in the living epidermis (Fugitt). */
  readonly ceilingJcm2: number;
  /** The same by Henriques: the cautious edge; null where it was not asked for. */
  readonly cautiousCeilingJcm2: number | null;
  /** Works in part from here: Ω = 1 at the bulge; null where skin would cook with the hair. */
  readonly floorJcm2: number | null;
  /** Works to the bulb from here, and at the bulge too: never below the floor; null as above. */
  readonly fullJcm2: number | null;
  /** Seconds for which the skin is under −2 °C. */
  readonly frostSeconds: number;
}

/** The share of the ceiling that a subject may be given. */
export function marginFor(margins: Margins, subject: Subject, working: WorkingSkin): number {
  const { tan, measuredFraction } = subject.skin;
  return Math.min(
    margins.usual,
    working.type >= 4 ? margins.darkSkin : 1,
    measuredFraction === null || tan !== 'none' ? margins.doubtful : 1,
  );
}

function surfaceOf({ cooling, gel }: UsedHandpiece): Surface {
  if (cooling.kind === 'contact' || cooling.kind === 'gelPlate') return SAPPHIRE;
  return gel ? GEL : AIR;
}

// Of the windows on the market 1.2–1.4 (assumed).
const USUAL_STRETCH = 1.3;

/** How much skin stretches in area while a setting is fired: 1 without suction. */
export const stretchOf = (
  { suctionStretch = USUAL_STRETCH }: Pick<Handpiece, 'suctionStretch'>,
  technique: Technique,
): number => (technique === 'suction' ? assertInRange('suctionStretch', suctionStretch, 1, 2) : 1);

// Blood is pressed out of drawn-in skin: 0.3 of it is left (assumed), from a stretch of 1.2 on.
const BLOOD_LEFT = 0.3;
const EMPTY_FROM = 1.2;

/** Skin thinned by a stretch: every thickness ÷ λ, less blood; a stretch of 1 changes nothing. */
export function stretchedSkin(skin: Skin, stretch: number): Skin {
  if (stretch === 1) return skin;
  const emptied = Math.min(1, (stretch - 1) / (EMPTY_FROM - 1));
  return {
    ...skin,
    epidermisUm: skin.epidermisUm / stretch,
    dermisMm: skin.dermisMm / stretch,
    bloodShare: 1 - (1 - BLOOD_LEFT) * emptied,
  };
}

/** What of a setting the model looks at. */
export type Dialled = Pick<
  Setting,
  'technique' | 'spot' | 'pulseMs' | 'rateHz' | 'passes' | 'cooling' | 'added'
>;

/** The window's input for a setting on a subject. */
export function windowInput(
  subject: Subject,
  working: WorkingSkin,
  handpiece: UsedHandpiece & Pick<Handpiece, 'suctionStretch'>,
  { technique, spot, pulseMs, rateHz, passes, cooling, added }: Dialled,
  techniques: Protocol['techniques'],
): WindowInput {
  const { cellCm2 } = habitOf({ techniques }, technique);
  const stretch = stretchOf(handpiece, technique);
  const { restSeconds } = passRule({ techniques }, technique, subject, null);
  // Gel and plate keep cold air off.
  const { packSeconds = 0, air = false } = added ?? {};
  const blown = air && !handpiece.gel;
  return {
    light: handpiece.light,
    skin: stretchedSkin(
      {
        melanosomeFraction: working.melanosomeFraction,
        epidermisUm: DEFAULT_EPIDERMIS_UM,
        dermisMm: DEFAULT_DERMIS_MM,
      },
      stretch,
    ),
    spot,
    surface: surfaceOf(handpiece),
    pulse: { durationMs: pulseMs, ...handpiece.train },
    cooling: coolingOf(handpiece, { cooling }),
    ...(packSeconds > 0 || blown ? { added: { packSeconds, air: blown } } : {}),
    hair: {
      melanosomeFraction: HAIR_MELANIN[subject.hair.colour],
      diameterUm: hairDiameterUm(subject.hair),
    },
    follicle: follicleOf(SITES[subject.site].bulbDepthMm).map((place) => ({
      ...place,
      depthMm: place.depthMm / stretch,
    })),
    // One pass without overlap meets each place once: no heat of an earlier pass stands under it.
    ...(buildsUpHeat(technique) || (glides(technique) && passes > 1)
      ? {
          motion: {
            rateHz,
            passes,
            cellCm2: Math.min(cellCm2, subject.areaCm2),
            ...(restSeconds > 0 ? { restS: restSeconds } : {}),
          },
        }
      : {}),
  };
}

/** How much of a window is asked for: all of it, or what ranking needs. */
export type Depth = 'whole' | 'ranking';

/** Reads the figures of a solved window. */
export function modelWindow(solved: SolvedWindow, depth: Depth): ModelWindow {
  const floor = floorJcm2(solved, 'bulge', 'fugitt');
  return {
    ceilingJcm2: ceilingJcm2(solved, 'fugitt'),
    cautiousCeilingJcm2: depth === 'whole' ? ceilingJcm2(solved, 'henriques') : null,
    floorJcm2: finiteOrNull(floor),
    // To the bulb means bulge and bulb both: never below the floor, and not without one.
    fullJcm2: finiteOrNull(Math.max(floor, floorJcm2(solved, 'bulb', 'fugitt'))),
    frostSeconds: solved.skin.frostS,
  };
}

// The same question comes back with every step of a slider; answers are kept, pure as they are.
const windows = new Cache<ModelWindow>(600);
const lights = new Cache<LitSkin>(600);

/** The model's window for a handpiece, spot and pulse; solved once for each question. */
export function windowFor(input: WindowInput, depth: Depth = 'ranking'): ModelWindow {
  const key = depth + JSON.stringify(input);
  return windows.recall(key, () => modelWindow(solveWindow(input, { lit: litFor(input) }), depth));
}

/** Light for a window's skin, spot and hair, shared by all its pulses. */
export function litFor(input: WindowInput): LitSkin {
  const { light, skin, spot, surface, hair, follicle } = input;
  const key = JSON.stringify([light, skin, spot, surface, hair, follicle]);
  return lights.recall(key, () => litSkinOf(input));
}

/** Temperatures of a setting over time, °C, and what they come to. */
export interface TemperatureCurves {
  /** Seconds from the start of the pulse, one for each temperature. */
  readonly seconds: readonly number[];
  readonly epidermisC: readonly number[];
  readonly bulgeC: readonly number[];
  readonly bulbC: readonly number[];
  readonly peaks: {
    readonly epidermisC: number;
    readonly bulgeC: number;
    readonly bulbC: number;
    /** Within the shaft at the bulge; above 300 °C the linear model has ended. */
    readonly shaftC: number;
  };
  /** When light is on, s. */
  readonly lit: readonly { readonly from: number; readonly to: number }[];
}

/** How warm the hottest living epidermis and the follicle get at a fluence. */
export function temperatureCurvesOf(input: WindowInput, fluenceJcm2: number): TemperatureCurves {
  const solved = solveWindow(input, { lit: litFor(input) });
  const { timeline } = solved.skin;
  const hottest = solved.living.reduce((best, site) =>
    peakC(site, fluenceJcm2) > peakC(best, fluenceJcm2) ? site : best,
  );
  const at = (name: string) => defined(solved.sites.find(({ site }) => site.name === name));
  // In motion: the last pass, on skin as warm as the others left it.
  const standing = ({ passes }: typeof hottest) => {
    const last = passes?.at(-1);
    return last === undefined ? 0 : last.addC + fluenceJcm2 * last.addPerJcm2;
  };
  const course = (site: typeof hottest) =>
    Array.from(
      site.backgroundC,
      (base, i) => standing(site) + base + fluenceJcm2 * defined(site.responsePerJcm2[i]),
    );
  const seconds = [0];
  timeline.steps.forEach((dt) => seconds.push(defined(seconds.at(-1)) + dt));
  const lit: { from: number; to: number }[] = [];
  timeline.lit.forEach((on, i) => {
    if (!on) return;
    const last = lit.at(-1);
    if (last !== undefined && Math.abs(last.to - defined(seconds[i])) < 1e-12)
      last.to = defined(seconds[i + 1]);
    else lit.push({ from: defined(seconds[i]), to: defined(seconds[i + 1]) });
  });
  const bulge = at('bulge');
  return {
    seconds,
    epidermisC: course(hottest),
    bulgeC: course(bulge.heat),
    bulbC: course(at('bulb').heat),
    peaks: {
      epidermisC: peakC(hottest, fluenceJcm2),
      bulgeC: peakC(bulge.heat, fluenceJcm2),
      bulbC: peakC(at('bulb').heat, fluenceJcm2),
      shaftC:
        standing(bulge.heat) +
        defined(bulge.heat.backgroundC[0]) +
        fluenceJcm2 * bulge.shaftPeakRisePerJcm2,
    },
    lit,
  };
}

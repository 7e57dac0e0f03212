import {
  damagesOf,
  guessJcm2,
  HIGHEST_JCM2,
  indexOfPeak,
  thresholdJcm2,
  type DamageLaw,
  type Site,
} from '../damage';
import { scheduleWith, solveHair, solveSkin, timelineOf, type SkinHeat } from '../heat';
import { checkWindowInput, type FollicleSite, type WindowInput } from './input';
import { lightSkin, type LitSkin } from './light';
import { withMotion } from './motion';
import { defined } from '../units';

/** Heat of one follicle site: skin and hair together. */
interface SolvedSite {
  readonly site: FollicleSite;
  readonly heat: Site;
  /** Highest rise within the shaft for each J/cm², °C. */
  readonly shaftPeakRisePerJcm2: number;
  /** Whether the hair itself gives at least half of the highest rise. */
  readonly selective: boolean;
}

/** One solve of heat, from which every fluence follows: all is linear in the fluence up to damage. */
export interface SolvedWindow {
  readonly input: WindowInput;
  readonly skin: SkinHeat;
  readonly sites: readonly SolvedSite[];
  /** The epidermis that can be hurt: cells deeper than 12 µm, shallowest first. */
  readonly living: readonly Site[];
}

// Cells nearer to the surface are dead: the horny layer.
const LIVING_FROM_CM = 12e-4;

/** How a solve may differ from the best guess. */
export interface Nudge {
  /** Scales how well a cooling touches. */
  readonly contactFactor?: number;
  /** 2 halves every cell and step. */
  readonly refine?: number;
  /** Light solved before for the same illumination and hair. */
  readonly lit?: LitSkin;
  /** Heat of the skin solved before for the same illumination, cooling and pulse. */
  readonly skin?: SkinHeat;
}

/** Light of a window, to be shared by windows that differ in pulse and cooling only. */
export function litSkinOf(input: WindowInput, refine = 1): LitSkin {
  return lightSkin(
    input,
    input.hair,
    input.follicle.map(({ depthMm }) => depthMm),
    refine,
  );
}

/**
 * Solves light and heat of a window.
 * @throws InputError naming the field that makes no sense.
 */
export function solveWindow(input: WindowInput, nudge: Nudge = {}): SolvedWindow {
  checkWindowInput(input);
  const { contactFactor = 1, refine = 1, lit = litSkinOf(input, refine) } = nudge;
  const timeline = timelineOf(input.pulse, refine);
  const skin =
    nudge.skin ??
    solveSkin({
      grid: lit.grid,
      heating: lit.heating,
      cooling: scheduleWith(input.cooling, input.added, contactFactor),
      timeline,
      refine,
    });
  const hair = solveHair(input.hair.diameterUm, timeline, refine);
  const axis = hair.response.of(0);
  const sites = input.follicle.map((site, index): SolvedSite => {
    const depthCm = site.depthMm / 10;
    const source = defined(lit.shaftSources[index]);
    const tissue = skin.response.between(lit.grid.centres, depthCm);
    const radiusCm = (input.hair.diameterUm / 2 + site.beyondShaftUm) * 1e-4;
    const ownRise = hair.response.between(hair.centres, radiusCm);
    for (let i = 0; i < ownRise.length; i++) ownRise[i] = defined(ownRise[i]) * source;
    const responsePerJcm2 = tissue.map((rise, i) => rise + defined(ownRise[i]));
    const peakAt = indexOfPeak(responsePerJcm2);
    return {
      site,
      heat: {
        backgroundC: skin.background.between(lit.grid.centres, depthCm),
        responsePerJcm2,
      },
      shaftPeakRisePerJcm2: axis.reduce(
        (peak, rise, i) => Math.max(peak, rise * source + defined(tissue[i])),
        0,
      ),
      selective: defined(ownRise[peakAt]) >= 0.5 * defined(responsePerJcm2[peakAt]),
    };
  });
  const living = livingEpidermis(skin);
  if (input.motion === undefined) return { input, skin, sites, living };
  const moving = withMotion(input, input.motion, skin);
  return {
    input,
    skin,
    sites: sites.map((each) => ({
      ...each,
      heat: moving(each.heat, each.site.depthMm / 10),
    })),
    living: living.map((each, i) => moving(each, defined(livingDepthsCm(skin)[i]))),
  };
}

const livingDepthsCm = ({ grid }: SkinHeat): number[] =>
  [...grid.centres.subarray(0, grid.epidermisCells)].filter((centre) => centre >= LIVING_FROM_CM);

function livingEpidermis({ grid, background, response }: SkinHeat): readonly Site[] {
  const living: Site[] = [];
  for (let cell = 0; cell < grid.epidermisCells; cell++) {
    if (defined(grid.centres[cell]) < LIVING_FROM_CM) continue;
    living.push({ backgroundC: background.of(cell), responsePerJcm2: response.of(cell) });
  }
  return living;
}

/**
 * Fluence in J/cm² at which Ω reaches `omega` at the hottest point of the living epidermis: the point
 * that has the highest temperature at that very fluence.
 */
export function ceilingAtHottestJcm2(solved: SolvedWindow, law: DamageLaw, omega = 1): number {
  const { steps } = solved.skin.timeline;
  const damages = damagesOf(law, solved.living, steps);
  const threshold = (site: number) =>
    thresholdJcm2(law, defined(solved.living[site]), steps, omega);
  let hottest = damages.hottest(20);
  let fluence = threshold(hottest);
  for (let tries = 0; tries < 6 && Number.isFinite(fluence); tries++) {
    const next = damages.hottest(fluence);
    if (next === hottest) break;
    hottest = next;
    fluence = threshold(hottest);
  }
  return fluence;
}

/**
 * Fluence in J/cm² at which Ω reaches `omega` anywhere in the living epidermis: never above the one at
 * its hottest point, below it where a cooler point stays hot for longer. What planning goes by.
 */
export function ceilingJcm2(solved: SolvedWindow, law: DamageLaw, omega = 1): number {
  const { steps } = solved.skin.timeline;
  const damages = damagesOf(law, solved.living, steps);
  const threshold = (site: number, guess: number) =>
    thresholdJcm2(law, defined(solved.living[site]), steps, omega, {
      damage: (fluence) => damages.of(site, fluence),
      guess,
    });
  const guessOf = (site: number) => guessJcm2(law, defined(solved.living[site]), steps);
  // The hottest is hurt first, mostly. Whichever is hurt most at a fluence is hurt first, or nearly so: another round finds
  // what is.
  let site = damages.hottest(Math.min(HIGHEST_JCM2, guessOf(solved.living.length - 1)));
  let lowest = threshold(site, guessOf(site));
  for (;;) {
    const found = damages.worst(Number.isFinite(lowest) ? lowest : HIGHEST_JCM2);
    if (found.site === site || found.omega <= omega * (1 + 1e-6)) return lowest;
    const next = threshold(found.site, Math.min(lowest, HIGHEST_JCM2));
    if (next >= lowest) return lowest;
    [lowest, site] = [next, found.site];
  }
}

/** Fluence at which Ω reaches 1 at a follicle site; Infinity where the skin would cook with it. */
export function floorJcm2(solved: SolvedWindow, siteName: string, law: DamageLaw): number {
  const found = solved.sites.find(({ site }) => site.name === siteName);
  if (found === undefined || !found.selective) return Infinity;
  return thresholdJcm2(law, found.heat, solved.skin.timeline.steps);
}

/** Highest rise anywhere in the epidermis for each J/cm², °C. */
export function epidermisPeakRise({ skin }: SolvedWindow): number {
  let peak = 0;
  for (let cell = 0; cell < skin.grid.epidermisCells; cell++) {
    for (const rise of skin.response.of(cell)) peak = Math.max(peak, rise);
  }
  return peak;
}

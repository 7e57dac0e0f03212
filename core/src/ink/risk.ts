import { SITES } from '../sites';
import type { InkColour } from '../look';
import type { SkinType } from '../optics';
import type { InkSubject } from '../plan';

export const RISK_TERMS = [
  'dependentPlace',
  'solidInk',
  'redWith532',
  'rubyOverInfrared',
  'darkSkin',
  'blisteredBefore',
  'scar',
] as const;

export type RiskTerm = (typeof RISK_TERMS)[number];

export const RISK_RELIEFS = [
  'elevate',
  'startLow',
  'infraredInstead',
  'testSpotLonger',
  'coldAir',
  'smallerPart',
] as const;

/** What makes a blister less likely. */
export type RiskRelief = (typeof RISK_RELIEFS)[number];

/** How likely a blister is, in words, with each term that makes it so and what lowers it. */
export interface InkRisk {
  readonly level: 'usual' | 'raised' | 'high';
  readonly terms: readonly RiskTerm[];
  readonly reliefs: readonly RiskRelief[];
}

const RELIEF: Readonly<Record<RiskTerm, RiskRelief>> = {
  dependentPlace: 'elevate',
  solidInk: 'startLow',
  redWith532: 'coldAir',
  rubyOverInfrared: 'infraredInstead',
  darkSkin: 'testSpotLonger',
  blisteredBefore: 'smallerPart',
  scar: 'startLow',
};

/**
 * What makes a blister likelier on ink: where fluid gathers, solid ink, 532 nm on red, 680–800 nm instead of 1064, dark
 * skin, a blister before, scar. None: as usual; one: raised; two and more, or a blister before: high (clinic rule).
 */
export function inkRisk(of: {
  readonly subject: InkSubject;
  readonly colours: readonly InkColour[];
  readonly wavelengthNm: number;
  readonly workingType: SkinType;
}): InkRisk {
  const { subject, colours, wavelengthNm, workingType } = of;
  const { site, ink, history } = subject;
  const holds: Readonly<Record<RiskTerm, boolean>> = {
    dependentPlace: SITES[site].dependent,
    solidInk: ink.density === 'solid',
    redWith532: wavelengthNm < 600 && colours.includes('red'),
    rubyOverInfrared: wavelengthNm > 600 && wavelengthNm < 1000,
    darkSkin: workingType >= 4,
    blisteredBefore: history.some(({ answer }) => answer.adverse.includes('blister')),
    scar: ink.scar !== 'none' || ink.raised,
  };
  const terms = RISK_TERMS.filter((term) => holds[term]);
  const high = terms.length >= 2 || holds.blisteredBefore;
  return {
    level: high ? 'high' : terms.length === 1 ? 'raised' : 'usual',
    terms,
    reliefs: [...new Set(terms.map((term) => RELIEF[term]))],
  };
}

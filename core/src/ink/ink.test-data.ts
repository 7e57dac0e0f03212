import type { InkColour, InkFinding } from '../look';
import type { Handpiece, InkSubject, PastSession, Setting } from '../plan';
import { skinAnswer, type Mark } from '../reaction';
import type { InkCase } from './case';

export const PACE = {
  allowedGapShare: 0.05,
  secondsPerMove: 2,
  pulsesPerMove: 20,
  gelSecondsPer100Cm2: 0,
  checkSeconds: 60,
};

export const handpiece = (
  id: string,
  wavelengthNm: number,
  more: Partial<Handpiece> = {},
): Handpiece => ({
  id,
  name: id,
  laserClass: 'ndYag',
  light: { wavelengthNm },
  spots: [{ diameterMm: 3 }, { diameterMm: 4 }, { diameterMm: 6 }],
  pulsesMs: [6e-6],
  train: { count: 1, gapMs: 0 },
  fluenceJcm2: { min: 0.5, max: 12, step: 0.1 },
  maxEnergyJ: 1,
  maxAveragePowerW: 20,
  maxRateHz: 5,
  cooling: { kind: 'air' },
  gel: false,
  techniques: ['stamping'],
  inService: true,
  ...more,
});

export const NS1064 = handpiece('ns-1064', 1064);
const NS532 = handpiece('ns-532', 532, { spots: [{ diameterMm: 3 }, { diameterMm: 4 }] });
const NS755 = handpiece('ns-755', 755, {
  laserClass: 'alexandrite',
  spots: [{ diameterMm: 3 }, { diameterMm: 4 }],
});
const LONG = handpiece('long-1064', 1064, { pulsesMs: [20, 30] });
const FLASH = handpiece('flash', 700, {
  laserClass: 'pulsedLight',
  light: { lines: [{ wavelengthNm: 700, share: 1 }] },
  pulsesMs: [20],
});
const ALL = [NS1064, NS532, NS755, LONG, FLASH];

export const INK: InkFinding = {
  colours: [{ colour: 'black', share: 1 }],
  density: 'medium',
  layered: false,
  origin: 'professional',
  scar: 'none',
  raised: false,
  ageYears: 8,
  earlierSessions: 0,
};

export const mixed = (...colours: [InkColour, number][]): InkFinding['colours'] =>
  colours.map(([colour, share]) => ({ colour, share }));

export function caseOf(
  ink: Partial<InkFinding> = {},
  more: {
    type?: 1 | 2 | 3 | 4 | 5 | 6;
    agreed?: boolean;
    history?: readonly PastSession[];
    handpieces?: readonly Handpiece[];
    site?: InkSubject['site'];
  } = {},
): InkCase {
  const { type = 2, agreed = false, history = [], handpieces = ALL, site = 'forearm' } = more;
  return {
    subject: {
      site,
      areaCm2: 40,
      skin: { type, tan: 'none', freckled: false, measuredFraction: null },
      history,
      ink: { ...INK, ...ink },
    },
    handpieces,
    own: {},
    agreed,
    today: '2026-11-24',
  };
}

export const setting = (fluenceJcm2: number, diameterMm = 4, handpieceId = 'ns-1064'): Setting => ({
  handpieceId,
  technique: 'stamping',
  spot: { diameterMm },
  pulseMs: 6e-6,
  fluenceJcm2,
  rateHz: 2,
  passes: 1,
});

export const pastInk = (
  used: Setting,
  marks: readonly Mark[],
  pain = 3,
  wavelengthNm = 1064,
): PastSession => ({
  on: '2026-09-24',
  setting: used,
  wavelengthNm,
  answer: skinAnswer(marks, [pain]),
  ink: ['black'],
});

import type { Handpiece, PastSession, PlanCase, Protocol, Setting, Subject } from './index';

export const DIODE: Handpiece = {
  id: 'diode',
  name: 'Diode 810',
  laserClass: 'diode',
  light: { wavelengthNm: 810 },
  spots: [
    { widthMm: 9, heightMm: 9 },
    { widthMm: 12, heightMm: 12 },
  ],
  pulsesMs: [5, 10, 20, 30, 40, 100],
  train: { count: 1, gapMs: 0 },
  fluenceJcm2: { min: 2, max: 40, step: 1 },
  maxEnergyJ: 60,
  maxAveragePowerW: 150,
  maxRateHz: 10,
  cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
  gel: true,
  techniques: ['stamping', 'inMotion'],
  inService: true,
};

export const ALEXANDRITE: Handpiece = {
  ...DIODE,
  id: 'alexandrite',
  name: 'Alexandrite 755',
  laserClass: 'alexandrite',
  light: { wavelengthNm: 755 },
  spots: [{ diameterMm: 12 }, { diameterMm: 18 }],
  pulsesMs: [3, 5, 10, 20],
  fluenceJcm2: { min: 4, max: 60, step: 0.5 },
  maxEnergyJ: 40,
  maxRateHz: 2,
  cooling: { kind: 'cryogen', spurtMs: 40, delayMs: 20 },
  gel: false,
  techniques: ['stamping'],
};

const row = (id: string, laserClass: Handpiece['laserClass'], more: object) => ({
  id,
  laserClass,
  technique: 'stamping' as const,
  wavelengthNm: { low: 600, high: 1000 },
  skinTypes: [1, 2, 3, 4] as const,
  calibres: ['fine', 'medium', 'coarse', 'veryCoarse'] as const,
  pulseMs: { low: 20, high: 40 },
  fluenceJcm2: { low: 12, high: 24 },
  ...more,
});

export const PROTOCOL: Protocol = {
  rows: [
    row('diode stamping', 'diode', {}),
    row('diode in motion', 'diode', {
      technique: 'inMotion',
      pulseMs: { low: 5, high: 20 },
      fluenceJcm2: { low: 6, high: 12 },
    }),
    row('alexandrite', 'alexandrite', {
      skinTypes: [1, 2, 3],
      pulseMs: { low: 3, high: 20 },
      fluenceJcm2: { low: 10, high: 18 },
    }),
  ],
  techniques: {
    stamping: { rateHz: 1.5, passes: 1, cellCm2: 100 },
    inMotion: { rateHz: 10, passes: 8, cellCm2: 100 },
    longPulse1064: { rateHz: 1, passes: 1, cellCm2: 100 },
    subMs1064: { rateHz: 5, passes: 3, cellCm2: 50 },
    pulsedLight: { rateHz: 0.5, passes: 1, cellCm2: 100 },
  },
  pace: {
    allowedGapShare: 0.05,
    secondsPerMove: 2,
    pulsesPerMove: 20,
    gelSecondsPer100Cm2: 15,
    checkSeconds: 120,
  },
  margins: { usual: 0.7, darkSkin: 0.65, doubtful: 0.6 },
};

export const SUBJECT: Subject = {
  site: 'upperArm',
  areaCm2: 400,
  skin: { type: 3, tan: 'none', freckled: false, measuredFraction: 0.023 },
  hair: { colour: 'darkBrown', calibre: 'medium', density: 'medium' },
  history: [],
};

export const CASE: PlanCase = {
  subject: SUBJECT,
  handpieces: [DIODE, ALEXANDRITE],
  protocol: PROTOCOL,
  today: '2026-11-24',
};

export const SETTING: Setting = {
  handpieceId: 'diode',
  technique: 'stamping',
  spot: { widthMm: 12, heightMm: 12 },
  pulseMs: 30,
  fluenceJcm2: 16,
  rateHz: 1.5,
  passes: 1,
};

/** An earlier session with the diode, borne well unless said otherwise. */
export const past = (more: Partial<PastSession> & { fluenceJcm2?: number } = {}): PastSession => ({
  on: '2026-10-01',
  wavelengthNm: 810,
  answer: { endpoint: 'right', adverse: [], painMax: 3 },
  hair: SUBJECT.hair,
  ...more,
  setting: { ...SETTING, fluenceJcm2: more.fluenceJcm2 ?? 16, ...more.setting },
});

/** The case with another subject. */
export const withSubject = (more: Partial<Subject>): PlanCase => ({
  ...CASE,
  subject: { ...SUBJECT, ...more },
});

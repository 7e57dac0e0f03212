import { SITES, type SiteId } from '../sites';
import { avoidedIn, type ZoneFinding } from '../look';
import type { Cooling } from '../heat';
import { glides, type Setting } from '../plan';
import { lineNm, type Light } from '../window';
import { beamOf } from './eyewear-needed';

export const CHECK_IDS = [
  'identity',
  'door',
  'eyewear',
  'eyeShields',
  'cover',
  'shaved',
  'clean',
  'jewellery',
  'numbing',
  'grid',
  'gel',
  'noGel',
  'tipCold',
  'coldAir',
  'suction',
  'cryogen',
  'ice',
  'coldPack',
  'evacuator',
] as const;

export type CheckId = (typeof CHECK_IDS)[number];

/** One line of what is made ready, with the figures that it is about. */
export interface Check {
  readonly id: CheckId;
  /** For eyewear: the wavelength, nm, null for a filtered band, and the optical density that the label has to reach. */
  readonly wavelengthNm?: number | null;
  readonly density?: number;
  /** For a cold tip: what it should be at, °C. */
  readonly plateC?: number;
  /** For a cold pack: how long it lies on, s. */
  readonly seconds?: number;
  /** For cover: how many things in the zone are under white. */
  readonly covered?: number;
}

// What a few test pulses need as much as a session; the rest may wait for the session itself.
const FOR_SESSION_ALONE: readonly CheckId[] = ['numbing', 'grid', 'evacuator'];

/** Whether a check has to be done before the first test pulse, not only before the session. */
export const isBeforeFiring = (check: CheckId): boolean => !FOR_SESSION_ALONE.includes(check);

const NEAR_THE_EYE: readonly SiteId[] = ['cheek', 'upperLip'];

/**
 * What is made ready before the first pulse, from the plan: only what this zone, light and cooling ask for, in the order in
 * which it is done.
 */
export function checklist(of: {
  readonly site: SiteId;
  readonly zone: ZoneFinding | undefined;
  readonly job: 'hair' | 'ink';
  readonly setting: Setting;
  readonly light: Light;
  /** As it is dialled in. */
  readonly cooling: Cooling;
  readonly gel: boolean;
  /** Whether numbing cream was put on: it has to come off wholly. */
  readonly numbed: boolean;
}): readonly Check[] {
  const { site, zone, job, setting, light, cooling } = of;
  const { part } = SITES[site];
  const { density } = beamOf(setting, light);
  const plate = cooling.kind === 'contact' || cooling.kind === 'gelPlate' ? cooling.plateC : null;
  const { packSeconds = 0 } = setting.added ?? {};
  const bare = setting.technique === 'subMs1064';
  const lines: readonly (readonly [boolean, Check])[] = [
    [true, { id: 'identity' }],
    [true, { id: 'door' }],
    [true, { id: 'eyewear', wavelengthNm: lineNm(light), density }],
    [NEAR_THE_EYE.includes(site), { id: 'eyeShields' }],
    [true, { id: 'cover', covered: zone === undefined ? 0 : avoidedIn(zone) }],
    [job === 'hair', { id: 'shaved' }],
    [true, { id: 'clean' }],
    [
      part === 'face' || part === 'underarm' || part === 'trunk' || part === 'limb',
      { id: 'jewellery' },
    ],
    [of.numbed, { id: 'numbing' }],
    [job === 'hair' && !glides(setting.technique), { id: 'grid' }],
    [of.gel && !bare, { id: 'gel' }],
    [!of.gel || bare, { id: 'noGel' }],
    [plate !== null, { id: 'tipCold', ...(plate === null ? {} : { plateC: plate }) }],
    [cooling.kind === 'air' || setting.added?.air === true, { id: 'coldAir' }],
    [setting.technique === 'suction', { id: 'suction' }],
    [cooling.kind === 'cryogen', { id: 'cryogen' }],
    [cooling.kind === 'ice', { id: 'ice' }],
    [packSeconds > 0, { id: 'coldPack', seconds: packSeconds }],
    [job === 'ink', { id: 'evacuator' }],
  ];
  return lines.flatMap(([applies, check]) => (applies ? [check] : []));
}

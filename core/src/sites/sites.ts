/** A place on the body where hair or ink is treated, with what its hair and skin are usually like. */
export interface Site {
  readonly id: SiteId;
  readonly part: 'face' | 'underarm' | 'bikini' | 'trunk' | 'limb';
  /** Depth of the hair bulb, mm (after Richards & Meharg 1991). */
  readonly bulbDepthMm: number;
  /** Usual weeks between visits; the clinic's protocol may say otherwise. */
  readonly intervalWeeks: number;
  /** Typical size of one side in an adult of middle build, cm². */
  readonly typicalAreaCm2: number;
  /** Longest side of a spot that still lies flat here, mm. */
  readonly flatSpotMm: number;
  /** Bone or cartilage close under thin skin: heat builds up and pain is sharper. */
  readonly bonyOrThin: boolean;
  /** Skin that is naturally darker than its surroundings. */
  readonly darker: boolean;
  /** Mucosa, or the darker skin next to it: the lowest step, one pulse, or left out. */
  readonly mucosal: boolean;
  /** Both a left and a right one exist. */
  readonly paired: boolean;
  /** Fluid gathers here, and ink clears slowly: ankle, foot, lower leg. */
  readonly dependent: boolean;
  /** Whether hair is removed here; ink may be anywhere. */
  readonly hair: boolean;
}

export const SITE_IDS = [
  'scalp',
  'ear',
  'upperLip',
  'chin',
  'cheek',
  'neck',
  'shoulder',
  'underarm',
  'upperArm',
  'forearm',
  'wrist',
  'hand',
  'fingers',
  'chest',
  'chestSide',
  'abdomen',
  'upperBack',
  'lowerBack',
  'hip',
  'bikiniLine',
  'genitalArea',
  'thigh',
  'knee',
  'lowerLeg',
  'calf',
  'ankle',
  'foot',
] as const;

export type SiteId = (typeof SITE_IDS)[number];

type Mark = 'bonyOrThin' | 'darker' | 'mucosal' | 'paired' | 'dependent' | 'hair';
type Traits = Omit<Site, 'id' | 'part' | Mark>;
type Marks = Partial<Pick<Site, Mark>>;

const site = (id: SiteId, part: Site['part'], traits: Traits, marks: Marks = {}): Site => ({
  id,
  part,
  bonyOrThin: false,
  darker: false,
  mucosal: false,
  paired: false,
  dependent: false,
  hair: true,
  ...traits,
  ...marks,
});

const traits = (
  bulbDepthMm: number,
  intervalWeeks: number,
  typicalAreaCm2: number,
  flatSpotMm: number,
): Traits => ({ bulbDepthMm, intervalWeeks, typicalAreaCm2, flatSpotMm });

const PAIRED = { paired: true };
const BONY_PAIR = { bonyOrThin: true, paired: true };
const INK_ALONE = { hair: false };

/** Every site by its id, head to foot. Areas and flat spots are ordinary clinic figures, meant to be measured over. */
export const SITES: Readonly<Record<SiteId, Site>> = {
  scalp: site('scalp', 'face', traits(4.5, 8, 400, 20), { bonyOrThin: true, ...INK_ALONE }),
  ear: site('ear', 'face', traits(2.5, 4, 15, 10), BONY_PAIR),
  upperLip: site('upperLip', 'face', traits(1.8, 4, 12, 15), { bonyOrThin: true }),
  chin: site('chin', 'face', traits(3, 4, 30, 15)),
  cheek: site('cheek', 'face', traits(3, 4, 60, 20), PAIRED),
  neck: site('neck', 'face', traits(3, 4, 120, 20)),
  shoulder: site('shoulder', 'limb', traits(3.3, 8, 200, 30), PAIRED),
  underarm: site('underarm', 'underarm', traits(4, 6, 80, 20), { darker: true, paired: true }),
  upperArm: site('upperArm', 'limb', traits(3.3, 8, 450, 40), PAIRED),
  forearm: site('forearm', 'limb', traits(3.3, 8, 350, 40), PAIRED),
  wrist: site('wrist', 'limb', traits(3, 8, 60, 15), { ...BONY_PAIR, ...INK_ALONE }),
  hand: site('hand', 'limb', traits(2.5, 8, 90, 20), BONY_PAIR),
  fingers: site('fingers', 'limb', traits(2.5, 8, 30, 10), BONY_PAIR),
  chest: site('chest', 'trunk', traits(3.3, 8, 600, 40)),
  chestSide: site('chestSide', 'trunk', traits(3.3, 8, 250, 20), { ...BONY_PAIR, ...INK_ALONE }),
  abdomen: site('abdomen', 'trunk', traits(3.3, 8, 500, 40)),
  upperBack: site('upperBack', 'trunk', traits(3.3, 8, 900, 40)),
  lowerBack: site('lowerBack', 'trunk', traits(3.3, 8, 500, 40)),
  hip: site('hip', 'trunk', traits(3.3, 8, 250, 30), { ...PAIRED, ...INK_ALONE }),
  bikiniLine: site('bikiniLine', 'bikini', traits(4.1, 6, 90, 20), PAIRED),
  genitalArea: site('genitalArea', 'bikini', traits(4.1, 6, 100, 15), {
    darker: true,
    mucosal: true,
  }),
  thigh: site('thigh', 'limb', traits(3.3, 8, 1100, 40), PAIRED),
  knee: site('knee', 'limb', traits(3.3, 8, 90, 15), { bonyOrThin: true, paired: true }),
  lowerLeg: site('lowerLeg', 'limb', traits(3.3, 8, 700, 40), { ...BONY_PAIR, dependent: true }),
  calf: site('calf', 'limb', traits(3.3, 8, 350, 40), { ...PAIRED, dependent: true }),
  ankle: site('ankle', 'limb', traits(3, 8, 80, 15), {
    ...{ ...BONY_PAIR, dependent: true, ...INK_ALONE },
  }),
  foot: site('foot', 'limb', traits(3.3, 8, 60, 15), { ...BONY_PAIR, dependent: true }),
};

/** Where hair is removed. */
export const HAIR_SITE_IDS: readonly SiteId[] = SITE_IDS.filter((id) => SITES[id].hair);

/** A place on the body where hair is treated, with what its hair and skin are usually like. */
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
}

export const SITE_IDS = [
  'upperLip',
  'chin',
  'cheek',
  'neck',
  'underarm',
  'upperArm',
  'forearm',
  'chest',
  'abdomen',
  'upperBack',
  'lowerBack',
  'bikiniLine',
  'genitalArea',
  'thigh',
  'knee',
  'lowerLeg',
  'foot',
] as const;

export type SiteId = (typeof SITE_IDS)[number];

type Traits = Omit<Site, 'id' | 'part' | 'bonyOrThin' | 'darker' | 'mucosal' | 'paired'>;
type Marks = Partial<Pick<Site, 'bonyOrThin' | 'darker' | 'mucosal' | 'paired'>>;

const site = (id: SiteId, part: Site['part'], traits: Traits, marks: Marks = {}): Site => ({
  id,
  part,
  bonyOrThin: false,
  darker: false,
  mucosal: false,
  paired: false,
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

/** Every site by its id, head to foot. Areas and flat spots are ordinary clinic figures, meant to be measured over. */
export const SITES: Readonly<Record<SiteId, Site>> = {
  upperLip: site('upperLip', 'face', traits(1.8, 4, 12, 15), { bonyOrThin: true }),
  chin: site('chin', 'face', traits(3, 4, 30, 15)),
  cheek: site('cheek', 'face', traits(3, 4, 60, 20), PAIRED),
  neck: site('neck', 'face', traits(3, 4, 120, 20)),
  underarm: site('underarm', 'underarm', traits(4, 6, 80, 20), { darker: true, paired: true }),
  upperArm: site('upperArm', 'limb', traits(3.3, 8, 450, 40), PAIRED),
  forearm: site('forearm', 'limb', traits(3.3, 8, 350, 40), PAIRED),
  chest: site('chest', 'trunk', traits(3.3, 8, 600, 40)),
  abdomen: site('abdomen', 'trunk', traits(3.3, 8, 500, 40)),
  upperBack: site('upperBack', 'trunk', traits(3.3, 8, 900, 40)),
  lowerBack: site('lowerBack', 'trunk', traits(3.3, 8, 500, 40)),
  bikiniLine: site('bikiniLine', 'bikini', traits(4.1, 6, 90, 20), PAIRED),
  genitalArea: site('genitalArea', 'bikini', traits(4.1, 6, 100, 15), {
    darker: true,
    mucosal: true,
  }),
  thigh: site('thigh', 'limb', traits(3.3, 8, 1100, 40), PAIRED),
  knee: site('knee', 'limb', traits(3.3, 8, 90, 15), { bonyOrThin: true, paired: true }),
  lowerLeg: site('lowerLeg', 'limb', traits(3.3, 8, 700, 40), { bonyOrThin: true, paired: true }),
  foot: site('foot', 'limb', traits(3.3, 8, 60, 15), { bonyOrThin: true, paired: true }),
};

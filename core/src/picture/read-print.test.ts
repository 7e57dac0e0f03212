import { describe, expect, it } from 'vitest';
import { cardMap, drawCard, EVEN_LIGHT, sceneOf, take, twoCards, type Taking } from '../drawn';
import { seeded } from '../units';
import {
  faultOfPrint,
  findCard,
  findCards,
  GREYS,
  LINEAR,
  PRINTED_AS_MEANT,
  printOn,
  readPrint,
  reflectance,
  type CardFound,
  type CardPrint,
  type LinearRgb,
} from '.';

/** A printer whose middle greys come out light, and its darkest and all of them a little yellow. */
const MY_PRINT: CardPrint = {
  greys: [
    [0.075, 0.073, 0.066],
    [0.165, 0.16, 0.148],
    [0.33, 0.32, 0.295],
    [0.57, 0.56, 0.52],
    [0.86, 0.86, 0.81],
  ],
  colours: [
    [0.09, 0.15, 0.33],
    [0.53, 0.34, 0.21],
    [0.48, 0.11, 0.08],
  ],
};

const PX_PER_MM = 9;
const SKIN: LinearRgb = [0.42, 0.27, 0.19];

const bothCards = (taking: Taking, seed: number, mine = MY_PRINT) =>
  twoCards(mine, taking, seeded(seed));

const leftFirst = (cards: readonly CardFound[]) =>
  cards.toSorted((one, other) => (one.marks[0]?.x ?? 0) - (other.marks[0]?.x ?? 0));

function readFrom(taking: Taking, seed: number, mine?: CardPrint) {
  const picture = bothCards(taking, seed, mine);
  const [known, own] = leftFirst(findCards(picture, 2, { mostMisfit: 0.4 }));
  if (known === undefined || own === undefined) throw new Error('Two cards were to be found');
  return readPrint(picture, { known, mine: own, reflectances: GREYS });
}

const worst = (read: readonly LinearRgb[], truth: readonly LinearRgb[]) =>
  Math.max(
    ...truth.flatMap((rgb, each) =>
      rgb.map((value, channel) => Math.abs((read[each]?.[channel] ?? 0) / value - 1)),
    ),
  );

describe('a print that is read beside a known card', () => {
  const lit = (more: Partial<Taking>): Taking => ({ ...EVEN_LIGHT, ...more });
  const takings: readonly [string, Taking][] = [
    ['even light', lit({})],
    ['warm light', lit({ balance: [1.15, 1, 0.85], exposureEv: -0.3 })],
    ['light that falls off by 25 %', lit({ gradient: 0.25, gradientFrom: 0.3 })],
    ['a noisy picture', lit({ noise: 0.03, gradient: 0.15, gradientFrom: 2 })],
  ];
  it.each(takings)('is what was printed, within 4 %%: %s', (_, taking) => {
    const read = readFrom(taking, 11);
    expect(read.fault).toBeNull();
    expect(worst(read.greys, MY_PRINT.greys)).toBeLessThan(0.04);
    expect(worst(read.colours, MY_PRINT.colours)).toBeLessThan(0.05);
  });

  it('is told as no print where the known greys are not what was said', () => {
    const picture = bothCards(EVEN_LIGHT, 3);
    const [known, mine] = leftFirst(findCards(picture, 2, { mostMisfit: 0.4 }));
    if (known === undefined || mine === undefined) throw new Error('Two cards were to be found');
    const reflectances = [0.05, 0.2, 0.25, 0.5, 0.85];
    expect(readPrint(picture, { known, mine, reflectances }).fault).toBe('unlikeKnown');
  });

  it('is none where light is lost in a patch', () => {
    expect(readFrom({ ...EVEN_LIGHT, exposureEv: 0.8 }, 6).fault).toBe('lightLost');
  });

  it('brings what lies beside a card nearer to the truth than the greys as meant', () => {
    const scene = sceneOf(1000, 700, SKIN);
    const pose = { kind: 'pocket' as const, pxPerMm: PX_PER_MM, aslant: 0, axis: 0, turn: 0 };
    drawCard(
      scene,
      'pocket',
      cardMap({ ...pose, middle: { x: 500, y: 260 }, distancePx: 3000 }),
      MY_PRINT,
    );
    const picture = take(scene, { ...EVEN_LIGHT, balance: [1.1, 1, 0.9] }, seeded(4));
    const skinBy = (print: CardPrint) => {
      const card = findCard(picture, print);
      if (card === null) throw new Error('A card was to be found');
      const at = 4 * (650 * picture.width + 500);
      const seen = [0, 1, 2].map((channel) => LINEAR[picture.data[at + channel] ?? 0] ?? 0);
      return reflectance(card.colours.channels, seen as unknown as LinearRgb);
    };
    expect(worst([skinBy(MY_PRINT)], [SKIN])).toBeLessThan(0.02);
    expect(worst([skinBy(PRINTED_AS_MEANT)], [SKIN])).toBeGreaterThan(0.1);
  });

  it('finds one card where there is one, and none where there is none', () => {
    expect(findCards(take(sceneOf(900, 600, SKIN), EVEN_LIGHT, seeded(1)), 2)).toHaveLength(0);
    expect(findCards(bothCards(EVEN_LIGHT, 5, PRINTED_AS_MEANT), 1)).toHaveLength(1);
    expect(findCards(bothCards(EVEN_LIGHT, 5, PRINTED_AS_MEANT), 3)).toHaveLength(2);
  });
});

describe('greys that make no print', () => {
  const grey = (of: readonly number[]) => ({
    misfit: null,
    greys: of.map((each): LinearRgb => [each, each, each]),
    colours: PRINTED_AS_MEANT.colours,
  });
  it.each([
    [[0.05, 0.12, 0.25, 0.5, 0.85], null],
    [[0.05, 0.25, 0.12, 0.5, 0.85], 'notRising'],
    [[0.2, 0.3, 0.4, 0.5, 0.6], 'tooFlat'],
  ])('%j: %s', (greys, fault) => {
    expect(faultOfPrint(grey(greys))).toBe(fault);
  });

  it('has a colour of its own', () => {
    const greys = PRINTED_AS_MEANT.greys.with(2, [0.3, 0.25, 0.2]);
    expect(faultOfPrint({ ...PRINTED_AS_MEANT, greys, misfit: 0.01 })).toBe('tinted');
  });

  it('was read by greys that are not what was said of them', () => {
    expect(faultOfPrint({ ...PRINTED_AS_MEANT, misfit: 0.079 })).toBeNull();
    expect(faultOfPrint({ ...PRINTED_AS_MEANT, misfit: 0.081 })).toBe('unlikeKnown');
  });
});

describe('the print of a day', () => {
  const since = (day: string, red: number) => ({
    ...PRINTED_AS_MEANT,
    ...{ since: day, colours: [[red, 0, 0] as LinearRgb] },
  });
  // Kept in this order: the later one of a day holds.
  const prints = [since('2026-03-01', 0.1), since('2026-05-01', 0.2), since('2026-03-01', 0.3)];
  it.each([
    ['2026-02-28', PRINTED_AS_MEANT],
    ['2026-03-01', prints[2]],
    ['2026-04-30', prints[2]],
    ['2026-05-01', prints[1]],
  ])('%s', (day, print) => {
    expect(printOn(prints, day)).toBe(print);
  });
});

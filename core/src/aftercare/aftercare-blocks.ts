import type { AdviceBlock, AdviceBlocks } from './aftercare';

const HAIR = { jobs: ['hair'] } as const;
const INK = { jobs: ['ink'] } as const;

const block = (
  id: string,
  part: AdviceBlock['part'],
  text: string,
  more: Partial<AdviceBlock> = {},
): AdviceBlock => ({ id, part, text, days: null, ...more });

/** What ships: plain words to begin with, for the clinic and its adviser to make their own. */
export const STANDARD_AFTERCARE: AdviceBlocks = {
  summerMonths: [4, 5, 6, 7, 8, 9],
  blocks: [
    block(
      'coolToday',
      'care',
      'Cool the skin with a clean, damp cloth. No ice straight on the skin.',
      {
        days: 0,
        daysIfHarmed: 2,
      },
    ),
    block(
      'coverInk',
      'care',
      'Wash it gently each day. Pat it dry. Put on a thin layer of plain ointment and a fresh pad that does not stick.',
      { days: 14, when: INK },
    ),
    block(
      'raiseLimb',
      'care',
      'Raise the limb when you sit or lie down. Stand still as little as you can.',
      { days: 2, when: { jobs: ['ink'], dependent: true } },
    ),
    block(
      'sunCover',
      'care',
      'Keep the sun off the skin we treated. Cover it with cloth. Use SPF 50 where cloth does not reach.',
      { days: 28, daysIfHarmed: 84, daysMoreInSummer: 14, when: HAIR },
    ),
    block(
      'sunCoverInk',
      'care',
      'Keep the sun off the skin we treated. Cover it with cloth. Use SPF 50 where cloth does not reach, once it has healed.',
      { days: 56, daysIfHarmed: 84, daysMoreInSummer: 14, when: INK },
    ),
    block(
      'outdoorWork',
      'care',
      'You work outside: wear cloth over it at work, on dull days too. Put the sun cream on again every two hours.',
      { days: 28, daysIfHarmed: 84, when: { habits: ['outdoorWork'] } },
    ),
    block(
      'leaveBlisterClosed',
      'care',
      'Do not open a blister. Keep it clean, moist and under a pad. Do not pick at it.',
      { days: 14, when: { harmed: true } },
    ),
    block(
      'blisterInk',
      'care',
      'If a blister comes up, do not open it. Keep it clean and put a pad on it.',
      {
        days: 14,
        when: { jobs: ['ink'], harmed: false },
      },
    ),
    block('noHeatOrSport', 'avoid', 'No hot bath, no sauna and no hard sport.', {
      days: 2,
      daysIfHarmed: 7,
      sayFrom: true,
    }),
    block('noSwimming', 'avoid', 'No swimming, in a pool or in the sea.', {
      days: 3,
      daysIfHarmed: 14,
      sayFrom: true,
      when: { jobs: ['hair'], habits: ['swimming'] },
    }),
    block(
      'noSoaking',
      'avoid',
      'Do not soak it. No bath and no swimming. A short shower is fine.',
      {
        days: 14,
        daysIfHarmed: 21,
        sayFrom: true,
        when: INK,
      },
    ),
    block(
      'hotWork',
      'avoid',
      'You work in the heat: keep the skin cool, and rest from it if it stings.',
      {
        days: 2,
        daysIfHarmed: 7,
        when: { habits: ['hotWork'] },
      },
    ),
    block('noRubbing', 'avoid', 'At sport, wear loose cloth. Nothing should rub on the skin.', {
      days: 7,
      daysIfHarmed: 14,
      when: { habits: ['sport'] },
    }),
    block('noMakeUp', 'avoid', 'No make-up on the skin we treated.', {
      days: 1,
      daysIfHarmed: 7,
      sayFrom: true,
      when: { parts: ['face'] },
    }),
    block('noDeodorant', 'avoid', 'No deodorant under the arms.', {
      days: 1,
      daysIfHarmed: 7,
      sayFrom: true,
      when: { parts: ['underarm'] },
    }),
    block('noShaving', 'avoid', 'Do not shave the skin we treated.', {
      days: 3,
      daysIfHarmed: 14,
      sayFrom: true,
    }),
    block('noSelfTan', 'avoid', 'No self-tan.', { days: 7, daysIfHarmed: 28, sayFrom: true }),
    block(
      'noWaxing',
      'avoid',
      'Do not wax, pluck or thread until your course has ended. You may shave.',
      { when: HAIR },
    ),
    block('noPicking', 'avoid', 'Do not pick or scratch. Let any crust fall off by itself.', {
      days: 14,
      daysIfHarmed: 21,
      when: INK,
    }),
    block('normalRedness', 'normal', 'A little red, with small bumps around the hairs.', {
      days: 2,
      when: HAIR,
    }),
    block('normalShedding', 'normal', 'Hairs push out and fall. They are not growing back.', {
      days: 21,
      when: HAIR,
    }),
    block(
      'normalWhitening',
      'normal',
      'The ink went white at once. It fades in about 20 minutes. That is not yet the ink going away: your body does that over weeks.',
      { days: 0, when: INK },
    ),
    block('normalSwelling', 'normal', 'Red, sore and puffy, like a sunburn.', {
      days: 3,
      daysIfHarmed: 7,
      when: INK,
    }),
    block(
      'normalBlister',
      'normal',
      'A blister within three days, or a thin crust. Tell us all the same.',
      {
        days: 3,
        when: INK,
      },
    ),
    block('redInk', 'normal', 'Where the ink was red, blisters and pale skin come more often.', {
      days: 14,
      when: { jobs: ['ink'], underNm: 600 },
    }),
    block(
      'darkerSkinWatch',
      'call',
      'Your skin holds more pigment. Call us early if a patch turns darker or paler.',
      { days: 84, when: { fromType: 4 } },
    ),
    block(
      'callIfWorse',
      'call',
      'Call us about a blister or a crust, skin that turns darker or paler, or pain that grows.',
    ),
    block(
      'emergency',
      'call',
      'Sore eyes or changed sight, a fever, red skin that spreads and feels hot, a swollen face or throat: see a doctor or call for help now.',
    ),
  ],
};

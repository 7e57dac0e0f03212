import { BUMPS, session, skin, type DemoClient } from './people';

/** A course at its end: most of the dark hair is gone, and what is left is white. Filled last, under the last reference. */
export const DEMO_STOPPED: DemoClient = {
  givenName: 'Hollis',
  familyName: 'Emberlight',
  age: 58,
  note: '',
  area: { site: 'chin', side: 'whole', areaCm2: 40 },
  skin: skin(2),
  hair: { colour: 'darkBrown', calibre: 'coarse', density: 'medium' },
  sessions: [40, 35, 30, 25, 20, 15].map((weeksAgo, index) =>
    session(weeksAgo, 'alexandrite-755', BUMPS, [3, 4], {
      ...(index % 2 === 0 ? { counted: [30, 0, 19, 0, 14][index] ?? 14 } : {}),
    }),
  ),
  today: null,
  stopped: {
    weeksAgo: 5,
    colour: 'white',
    counted: 11,
    reason: 'What is left is white: it does not respond.',
  },
};

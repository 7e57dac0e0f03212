import { HAIR_METHOD, type Pixels } from '@tidy-quill/core/picture';
import { addDays, defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { keepPhoto } from '../../features/photos/store';
import { rowStore } from '../../files/row-store';
import { BUMPS, session, skin, type DemoClient } from './people';
import { jpegOf, UNDERARM_WINDOW, underarmPicture } from './series';
import { sign, type DemoClinic, type Tx } from './writing';

/** A client as they were filled in, with the visits that were booked, the oldest first. */
export interface Filled {
  readonly clientId: string;
  readonly areaId: string;
  readonly booked: readonly {
    readonly visitId: string;
    readonly startsAt: Date;
    readonly staffId: string;
  }[];
}

/** What a count on each picture of the underarm came to: found, kept after correction, median width in µm. */
const ON_PICTURES = [
  [44, 43, 70],
  [34, 36, 69],
  [31, 31, 68],
  [25, 24, 67],
  [16, 17, 66],
] as const;

/** A course whose hair is counted on pictures, one before each of its five visits. */
export const DEMO_PICTURED: DemoClient = {
  givenName: 'Perpetua',
  familyName: 'Gladwyn-Moth',
  age: 31,
  note: '',
  area: { site: 'underarm', side: 'left', areaCm2: 80 },
  skin: skin(3),
  hair: { colour: 'darkBrown', calibre: 'coarse', density: 'medium' },
  sessions: ON_PICTURES.map(([found, kept, medianWidthUm], visit) =>
    session(27 - 6 * visit, 'diode-810-plate', BUMPS, [4, 4], {
      counted: kept / 2,
      picture: {
        ...{ photoId: v7(), window: UNDERARM_WINDOW, found, kept, medianWidthUm, pxPerMm: 12.5 },
        ...{ byCard: true, method: HAIR_METHOD, doubt: 3 },
      },
    }),
  ),
  today: null,
};

const HELD = { pose: 'armRaised', view: 'straightOn', distance: 'forearm', light: 'ring' } as const;

/** Keeps a picture of the underarm before each session, and one more of the last that is too dark to measure. */
export async function keepPictures(
  tx: Tx,
  setting: DemoClinic,
  { clientId, areaId, booked }: Filled,
): Promise<void> {
  const { givenName, familyName, sessions } = DEMO_PICTURED;
  const signedOn = addDays(setting.today, -7 * defined(sessions[0]).weeksAgo);
  const name = `${givenName} ${familyName}`;
  await sign(tx, setting, { clientId, areaId, signedOn, name, kind: 'photographs' });
  const keep = async (visit: number, id: string, picture: Pixels) => {
    const { visitId, startsAt, staffId } = defined(booked[visit]);
    const actor = { clinicId: setting.clinicId, staffId, role: 'technician' } as const;
    const takenAt = new Date(startsAt.getTime() + 4 * 60_000).toISOString();
    const about = { id, areaId, takenAt, ...HELD };
    await keepPhoto(tx, rowStore, actor, visitId, about, await jpegOf(picture));
  };
  for (const visit of booked.keys()) {
    const { photoId } = defined(sessions[visit]?.picture);
    await keep(visit, photoId, underarmPicture(visit).picture);
  }
  const last = booked.length - 1;
  await keep(last, v7(), underarmPicture(last, true).picture);
}

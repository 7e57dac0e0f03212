import { plannedMinutes } from '@tidy-quill/core/calendar';
import type { SiteId } from '@tidy-quill/core/sites';
import { addDays, defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { searchTextOf } from '../../features/clients/search-text';
import { momentAt } from '../../http/clinic-day';
import { areas, clients, visits } from '../schema';
import { waiting } from '../waiting';
import { TEXTBOOK_PROTOCOL } from '../../features/catalogue/textbook-protocol';
import { asked } from './visits';
import { insertEvents, sign, TIME_ZONE, type DemoClinic, type Tx } from './writing';

type Side = 'left' | 'right' | 'both' | 'whole';

/** A first visit in the days to come: whose, of what, when, and in which room. */
type Coming = readonly [
  givenName: string,
  familyName: string,
  area: { readonly site: SiteId; readonly side: Side; readonly areaCm2: number },
  inDays: number,
  clock: string,
  room: 0 | 1,
  said: 'booked' | 'confirmed',
];

const area = (site: SiteId, side: Side, areaCm2: number) => ({ site, side, areaCm2 });

/** The demo's week ahead: clients who come for the first time, asked on the telephone, their consent signed. */
const WEEK: readonly Coming[] = [
  ['Cosima', 'Vandermoor', area('underarm', 'both', 160), 1, '09:00', 1, 'confirmed'],
  ['Alaric', 'Velvetine-Hobb', area('upperBack', 'whole', 900), 1, '11:00', 1, 'booked'],
  ['Dulcie', 'Wainthropp-Lye', area('lowerLeg', 'both', 1400), 1, '14:00', 1, 'confirmed'],
  ['Ephraim', 'Wickerleaf', area('neck', 'whole', 120), 2, '09:00', 1, 'booked'],
  ['Fleur', 'Widdowson-Pike', area('bikiniLine', 'both', 120), 2, '10:30', 1, 'confirmed'],
  ['Gethin', 'Wildersmith', area('chest', 'whole', 600), 6, '12:00', 1, 'booked'],
  ['Hester', 'Windrush-Cole', area('upperLip', 'whole', 8), 4, '10:00', 1, 'confirmed'],
  ['Ignatius', 'Wintergreen', area('shoulder', 'both', 400), 6, '14:30', 1, 'booked'],
  ['Juno', 'Wolverly', area('forearm', 'both', 640), 4, '09:00', 0, 'booked'],
  ['Kester', 'Woodsorrel', area('abdomen', 'whole', 500), 4, '11:00', 0, 'booked'],
  ['Linnea', 'Wren-Abbott', area('chin', 'whole', 40), 4, '14:30', 1, 'confirmed'],
  ['Merrick', 'Wrexbury', area('lowerBack', 'whole', 500), 5, '13:30', 1, 'booked'],
  ['Nerys', 'Yarnbury', area('thigh', 'both', 1900), 5, '15:30', 1, 'booked'],
  ['Osbert', 'Yellowley', area('ear', 'both', 12), 6, '09:30', 0, 'booked'],
  ['Primrose', 'Youlgrave', area('underarm', 'both', 160), 6, '10:30', 1, 'booked'],
];

/** Who of them would come sooner, how many days ahead at the latest, and when they like to come. */
const WOULD_COME_SOONER = [
  { family: 'Youlgrave', weekdays: [], part: 'morning', note: 'Works in the afternoon' },
  { family: 'Yarnbury', weekdays: [0, 2, 4], part: 'any', note: '' },
] as const;

/** Who reads German. */
const READS_GERMAN = 'Wren-Abbott';

/** Fills the days to come, and the waiting list. `from` is the number of the first reference. */
export async function fillWeek(tx: Tx, setting: DemoClinic, from: number): Promise<void> {
  const { clinicId, today, roomIds, staffIds } = setting;
  for (const [index, [givenName, familyName, where, inDays, clock, room, said]] of WEEK.entries()) {
    const [clientId, areaId, visitId] = [v7(), v7(), v7()];
    const reference = `TQ-${String(from + index).padStart(4, '0')}`;
    const born = 1970 + ((index * 7) % 28);
    const birthDate = `${born}-${String((index % 12) + 1).padStart(2, '0')}-09`;
    const phone = `01632 960 ${400 + index}`;
    await tx.insert(clients).values({
      ...{ clinicId, id: clientId, reference, givenName, familyName, birthDate, phone, note: '' },
      language: familyName === READS_GERMAN ? 'de' : null,
      searchText: searchTextOf({ givenName, familyName, reference, phone, birthDate }),
    });
    await tx.insert(areas).values({ clinicId, id: areaId, clientId, ...where });
    const [roomId, staffId] = [defined(roomIds[room]), defined(staffIds[room])];
    const startsAt = momentAt(addDays(today, inDays), clock, TIME_ZONE);
    await tx.insert(visits).values({
      ...{ clinicId, id: visitId, clientId, areaId, roomId, staffId, startsAt, said },
      plannedMinutes: plannedMinutes({ zones: [where], isFirst: true }, TEXTBOOK_PROTOCOL),
    });
    const body = asked(today, {
      client: { area: where, age: Number(today.slice(0, 4)) - born },
      yes: [],
      medicines: [],
    });
    const at = momentAt(today, '00:05', TIME_ZONE).toISOString();
    await insertEvents(tx, clinicId, visitId, [{ id: v7(), at, staffId, body }]);
    const name = `${givenName} ${familyName}`;
    await sign(tx, setting, { clientId, areaId, signedOn: today, name });
    const wish = WOULD_COME_SOONER.find(({ family }) => family === familyName);
    if (wish === undefined) continue;
    await tx.insert(waiting).values({
      ...{ clinicId, id: v7(), clientId, areaIds: [areaId], visitId, fromDay: today },
      ...{ weekdays: [...wish.weekdays], part: wish.part, note: wish.note, addedBy: staffId },
    });
  }
}

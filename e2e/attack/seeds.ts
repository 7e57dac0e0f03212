import { v7 } from 'uuid';

/** What the attacker knows of the clinic. */
export interface Known {
  /** Ids of visits, clients, areas and more, of both clinics. */
  readonly ids: readonly string[];
  readonly visitId: string;
  readonly clientId: string;
  readonly areaId: string;
  readonly roomId: string;
  readonly staffId: string;
}

/** Bodies that would do, by route: what is garbled begins as something right. */
export function seedsOf(known: Known): Readonly<Record<string, readonly unknown[]>> {
  const at = '2026-11-28T10:00:00.000Z';
  const setting = {
    ...{
      handpieceId: 'diode-810-plate',
      technique: 'stamping',
      spot: { widthMm: 12, heightMm: 12 },
    },
    ...{ pulseMs: 30, fluenceJcm2: 16, rateHz: 1.5, passes: 1 },
  };
  const event = (body: object) => [{ id: v7(), at, areaId: known.areaId, body }];
  const supervisor = { name: 'caspian', password: 'wrong' };
  const word = { id: v7(), reason: 'Seen today', supervisor };
  return {
    'POST /api/visits/:id/events': [
      ...[
        { kind: 'pulsesFired', count: 3 },
        { kind: 'painScored', score: 4 },
      ].map(event),
      ...[{ kind: 'stopped' }, { kind: 'resumed' }, { kind: 'undone', eventId: v7() }].map(event),
      event({ kind: 'amended', about: null, text: 'x', reason: 'y' }),
      event({ kind: 'settingChanged', setting, reason: 'Pain' }),
      event({ kind: 'markSeen', mark: 'blister' }),
      event({
        kind: 'spotRead',
        spotId: v7(),
        marks: ['nothing'],
        pain: 1,
        photoIds: [],
        note: '',
      }),
    ],
    'POST /api/visits/:id/plan': [{ id: v7(), at, setting }],
    'POST /api/visits/:id/override': [word],
    'POST /api/visits/:id/agree': [word],
    'POST /api/visits/:id/waive-spot': [word],
    'POST /api/clients': [
      {
        ...{ id: v7(), givenName: 'Any', familyName: 'Body', birthDate: '1990-03-04' },
        ...{ phone: '01632 960 001', note: '' },
      },
    ],
    'POST /api/clients/:id/areas': [
      { id: v7(), site: 'axilla', side: 'left', job: 'hair', note: '' },
    ],
    'POST /api/clients/:id/visits': [
      {
        ...{ id: v7(), areaId: known.areaId, roomId: known.roomId, staffId: known.staffId },
        startsAt: '2026-12-28T10:00:00.000Z',
      },
    ],
    'POST /api/visits/:id/console': [{ type: 'pedal', pulses: 3 }, { type: 'ready' }],
    'POST /api/clinic/staff': [{ id: v7(), name: 'Any Body', role: 'technician' }],
    'PUT /api/clinic/clock': [{ clock: 'h24' }],
    'POST /api/me/password': [{ current: 'wrong', next: 'wet pebble orbit thimble' }],
    'POST /api/me/pin': [{ password: 'wrong', pin: '480215' }],
    'POST /api/diary/:token': [
      { id: v7(), trend: 'worse', seen: [], signs: [], note: '', photoIds: [] },
    ],
    'POST /api/ahead/:token': [{ id: v7(), answers: {}, medicines: [] }],
    'POST /api/account/:token': [{ signInName: 'any', password: 'wet pebble orbit thimble' }],
    'POST /api/catalogue/versions': [
      { id: v7(), kind: 'protocol', content: {}, note: 'x', basedOn: 1 },
    ],
    'POST /api/visits/:id/sign': [
      { id: v7(), digest: 'a'.repeat(64), signature: { typed: 'Idony Brackwater' } },
    ],
  };
}

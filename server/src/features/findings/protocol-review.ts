import type { ProtocolReview, RowReviewed } from '@tidy-quill/contract/findings';
import { isEnough, medianOf, rowProposal, type RowUse } from '@tidy-quill/core/findings';
import { inkProtocolOf, inkRowFor } from '@tidy-quill/core/ink';
import type { InkColour } from '@tidy-quill/core/look';
import type { Calibre, SkinType } from '@tidy-quill/core/optics';
import {
  LEARNING_RULE,
  pulseClass,
  rowForPulse,
  rowsFor,
  type Handpiece,
  type Protocol,
  type Technique,
} from '@tidy-quill/core/plan';
import { eq } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { monthUses } from '../../db/session-facts';
import { catalogueInForce } from '../catalogue/store';
import { upToDate } from './store';
import { CLIENTS_COUNTED } from './sums';

type Summed = 'sessions' | 'startRead' | 'startNone' | 'strong' | 'adverse';

/** One way of working with one fluence to begin and one to end with, and what came of it. */
type Used = Pick<
  typeof monthUses.$inferSelect,
  'handpieceId' | 'pulseMs' | 'spotMm' | 'startJcm2' | 'endJcm2' | 'clientIds' | Summed
> & {
  readonly job: 'hair' | 'ink';
  readonly technique: Technique;
  readonly skinType: SkinType;
  readonly target: Calibre | InkColour;
};

/** What each row of the protocol in force was really used for since it came into force, and what its record speaks for. */
export async function protocolReview(db: Db, clinicId: string): Promise<ProtocolReview> {
  await upToDate(db, clinicId);
  const inForce = await catalogueInForce(db, clinicId);
  const { protocol, handpieces } = inForce;
  const used = await usesOf(db, clinicId);
  const byRow = new Map<string, Used[]>();
  const without: Used[] = [];
  for (const each of used) {
    const row = rowOf(each, protocol, handpieces);
    if (row === null) without.push(each);
    else byRow.set(row, [...(byRow.get(row) ?? []), each]);
  }
  const harmShare = protocol.learning?.risk ?? LEARNING_RULE.risk;
  const all = [
    ...protocol.rows.map((row) => ({ job: 'hair', ...row }) as const),
    ...inkProtocolOf({ protocol: protocol.ink }).rows.map(
      (row) => ({ job: 'ink', ...row }) as const,
    ),
  ];
  const reviewed = all.map((row): RowReviewed => {
    const use = useOf(byRow.get(`${row.job} ${row.id}`) ?? []);
    const stepJcm2 = stepOf(row, handpieces);
    const { fluenceJcm2 } = row;
    const proposal =
      use === null || stepJcm2 === null
        ? null
        : rowProposal({ use, fluenceJcm2, stepJcm2, harmShare });
    return { row, use: use !== null && isEnough(use.clients) ? use : null, proposal };
  });
  return {
    ...{ versionId: inForce.protocolVersionId, number: inForce.protocolNumber, harmShare },
    rows: reviewed,
    withoutRow: useOf(without)?.sessions ?? 0,
  };
}

/** Every way of working, month by month. */
const usesOf = async (db: Db, clinicId: string): Promise<readonly Used[]> =>
  (await db.select().from(monthUses).where(eq(monthUses.clinicId, clinicId))) as Used[];

/** The row that a way of working falls under today; null where none in force speaks of it. */
function rowOf(
  { job, handpieceId: id, pulseMs, ...used }: Used,
  protocol: Protocol,
  handpieces: readonly Handpiece[],
): string | null {
  const handpiece = handpieces.find((each) => each.id === id);
  if (handpiece === undefined) return null;
  if (job === 'ink') {
    if (!('wavelengthNm' in handpiece.light)) return null;
    const row = inkRowFor(inkProtocolOf({ protocol: protocol.ink }).rows, {
      ...{ pulseMs, wavelengthNm: handpiece.light.wavelengthNm },
      spot: { widthMm: used.spotMm, heightMm: used.spotMm },
      colours: [used.target as InkColour],
    });
    return row === null ? null : `ink ${row.id}`;
  }
  const rows = rowsFor(protocol, {
    ...{ handpiece, technique: used.technique, skinType: used.skinType },
    calibre: used.target as Calibre,
  });
  const row = rowForPulse(rows, pulseMs);
  return row === null ? null : `hair ${row.id}`;
}

/** What ways of working add up to; null of none. */
function useOf(ways: readonly Used[]): RowUse | null {
  if (ways.length === 0) return null;
  const sum = (of: Summed) => ways.reduce((total, way) => total + way[of], 0);
  const clients = new Set(ways.flatMap(({ clientIds }) => clientIds)).size;
  const notAll = ways.some(({ clientIds }) => clientIds.length >= CLIENTS_COUNTED);
  return {
    ...{ sessions: sum('sessions'), clients: notAll ? null : clients },
    ...{ startRead: sum('startRead'), startNone: sum('startNone') },
    ...{ strong: sum('strong'), adverse: sum('adverse') },
    startJcm2: medianOf(ways.map(({ startJcm2, sessions }) => [startJcm2, sessions])),
    endJcm2: medianOf(ways.map(({ endJcm2, sessions }) => [endJcm2, sessions])),
  };
}

/** The coarsest step of the handpieces that a row is for, J/cm²; null where none is. */
function stepOf(row: RowReviewed['row'], handpieces: readonly Handpiece[]): number | null {
  const its = handpieces.filter((handpiece) =>
    row.job === 'hair'
      ? handpiece.laserClass === row.laserClass && handpiece.techniques.includes(row.technique)
      : handpiece.pulsesMs.some((pulseMs) => pulseClass(pulseMs) === row.pulseClass) &&
        'wavelengthNm' in handpiece.light &&
        handpiece.light.wavelengthNm >= row.wavelengthNm.low &&
        handpiece.light.wavelengthNm <= row.wavelengthNm.high,
  );
  return its.length === 0 ? null : Math.max(...its.map(({ fluenceJcm2 }) => fluenceJcm2.step));
}

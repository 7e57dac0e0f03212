import type { ProtocolReview, RowReviewed } from '@tidy-quill/contract/findings';
import { isEnough, rowProposal, type RowUse } from '@tidy-quill/core/findings';
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
import { sql } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { catalogueInForce } from '../catalogue/store';
import { upToDate } from './store';

interface Used {
  readonly handpiece_id: string;
  readonly technique: Technique;
  readonly skin_type: SkinType;
  readonly target: Calibre | InkColour;
  readonly pulse_ms: number;
  readonly spot_mm: number;
  readonly job: 'hair' | 'ink';
  readonly [column: string]: unknown;
}

/** What each row of the protocol in force was really used for since it came into force, and what its record speaks for. */
export async function protocolReview(db: Db, clinicId: string): Promise<ProtocolReview> {
  await upToDate(db, clinicId);
  const inForce = await catalogueInForce(db, clinicId);
  const { protocol, handpieces } = inForce;
  const { rows: used } = await db.execute<Used & Record<string, unknown>>(sql`
    select job, handpiece_id, technique, skin_type, target, pulse_ms, spot_mm from session_facts
    where clinic_id = ${clinicId} group by 1, 2, 3, 4, 5, 6, 7`);
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
  const reviewed = await Promise.all(
    all.map(async (row): Promise<RowReviewed> => {
      const use = await useOf(db, clinicId, byRow.get(`${row.job} ${row.id}`) ?? []);
      const stepJcm2 = stepOf(row, handpieces);
      const { fluenceJcm2 } = row;
      const proposal =
        use === null || stepJcm2 === null
          ? null
          : rowProposal({ use, fluenceJcm2, stepJcm2, harmShare });
      return { row, use: use !== null && isEnough(use.clients) ? use : null, proposal };
    }),
  );
  return {
    ...{ versionId: inForce.protocolVersionId, number: inForce.protocolNumber, harmShare },
    rows: reviewed,
    withoutRow: (await useOf(db, clinicId, without))?.sessions ?? 0,
  };
}

/** The row that a way of working falls under today; null where none in force speaks of it. */
function rowOf(
  { job, handpiece_id: id, pulse_ms: pulseMs, ...used }: Used,
  protocol: Protocol,
  handpieces: readonly Handpiece[],
): string | null {
  const handpiece = handpieces.find((each) => each.id === id);
  if (handpiece === undefined) return null;
  if (job === 'ink') {
    if (!('wavelengthNm' in handpiece.light)) return null;
    const row = inkRowFor(inkProtocolOf({ protocol: protocol.ink }).rows, {
      ...{ pulseMs, wavelengthNm: handpiece.light.wavelengthNm },
      spot: { widthMm: used.spot_mm, heightMm: used.spot_mm },
      colours: [used.target as InkColour],
    });
    return row === null ? null : `ink ${row.id}`;
  }
  const rows = rowsFor(protocol, {
    ...{ handpiece, technique: used.technique, skinType: used.skin_type },
    calibre: used.target as Calibre,
  });
  const row = rowForPulse(rows, pulseMs);
  return row === null ? null : `hair ${row.id}`;
}

/** What ways of working add up to; null of none. */
async function useOf(db: Db, clinicId: string, ways: readonly Used[]): Promise<RowUse | null> {
  if (ways.length === 0) return null;
  const keys = sql.join(
    ways.map(
      (way) =>
        sql`(${way.job}, ${way.handpiece_id}, ${way.technique}, ${way.skin_type}::smallint, ${way.target}, ${way.pulse_ms}::float8, ${way.spot_mm}::float8)`,
    ),
    sql`, `,
  );
  const { rows } = await db.execute<
    { [K in keyof RowUse]: RowUse[K] } & Record<string, unknown>
  >(sql`
    select count(*)::int as sessions, count(distinct client_id)::int as clients,
      count(*) filter (where start_endpoint <> 'notRead')::int as "startRead",
      count(*) filter (where start_endpoint = 'none')::int as "startNone",
      count(*) filter (where endpoint = 'strong')::int as strong,
      count(*) filter (where adverse)::int as adverse,
      percentile_cont(0.5) within group (order by start_jcm2) as "startJcm2",
      percentile_cont(0.5) within group (order by end_jcm2) as "endJcm2"
    from session_facts where clinic_id = ${clinicId}
      and (job, handpiece_id, technique, skin_type, target, pulse_ms, spot_mm) in (${keys})`);
  return rows[0] ?? null;
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

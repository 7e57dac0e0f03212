import type { NewEvent, VisitHeader } from '@tidy-quill/contract/visit';
import type { Catalogue } from '@tidy-quill/contract/catalogue';
import {
  centralWavelengthNm,
  coolingOf,
  evaluate,
  type Evaluation,
  type Setting,
  type Subject,
} from '@tidy-quill/core/plan';
import {
  medicinesIn,
  testsOf,
  zoneRecord,
  type AcceptedPlan,
  type HairFindings,
  type VisitRecord,
} from '@tidy-quill/core/record';
import type { SiteId } from '@tidy-quill/core/course';
import type { Day } from '@tidy-quill/core/units';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { areas } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import { catalogueInForce } from '../catalogue/store';
import { beforeOf, beforeVisit } from './before';
import { eventsOf } from './events';

export const CORE_VERSION = '0.1.0';

/** A zone of a visit on a day. */
export interface ZoneAsked {
  readonly visit: VisitHeader;
  readonly areaId: string;
  readonly today: Day;
  readonly timeZone: string;
}

/** Judges a setting on the server with the core's own rules. @throws HttpProblem 422 with the refusals. */
async function judge(
  db: Db,
  clinicId: string,
  zone: ZoneAsked,
  setting: Setting,
): Promise<{ subject: Subject; evaluation: Evaluation; catalogue: Catalogue }> {
  const { findings, record } = await lookedAt(db, clinicId, zone);
  const catalogue = await catalogueInForce(db, clinicId);
  const before = await beforeVisit(db, clinicId, zone.visit, zone.timeZone);
  const subject: Subject = {
    site: await siteOf(db, clinicId, zone.areaId),
    skin: findings.skin,
    hair: findings.hair,
    areaCm2: findings.areaCm2,
    history: [...beforeOf(before, zone.areaId).history, ...testsOf(record)],
    medicines: medicinesIn(record),
  };
  const { handpieces, protocol } = catalogue;
  const evaluation = evaluate({ subject, handpieces, protocol, today: zone.today }, setting);
  if (evaluation.refusals.length > 0) {
    throw new HttpProblem('refused-by-rule', 'This setting is outside the limits', {
      detail: evaluation.refusals.map(({ code }) => code).join(', '),
    });
  }
  if (evaluation.cautions.includes('supervisorFirst') && record.agreed === null) {
    throw new HttpProblem('refused-by-rule', 'It reacted last time', {
      detail: 'The supervisor’s word comes first.',
    });
  }
  return { subject, evaluation, catalogue };
}

/** Judges a setting and turns it into the event that accepts it. */
export async function acceptedPlan(
  db: Db,
  clinicId: string,
  zone: ZoneAsked,
  setting: Setting,
): Promise<AcceptedPlan> {
  const { subject, evaluation, catalogue } = await judge(db, clinicId, zone, setting);
  const handpiece = catalogue.handpieces.find(({ id }) => id === setting.handpieceId)!;
  return {
    subject,
    setting,
    wavelengthNm: centralWavelengthNm(handpiece.light),
    upperJcm2: evaluation.upper!.fluenceJcm2!,
    expectedPulses: evaluation.work.pulses,
    cooling: coolingOf(handpiece, setting),
    gel: handpiece.gel,
    job: 'hair',
    devicesVersionId: catalogue.devicesVersionId,
    protocolVersionId: catalogue.protocolVersionId,
    coreVersion: CORE_VERSION,
    plannedOn: zone.today,
  };
}

/** Judges every setting among events that is dialled in or fired as a test spot. */
export async function judgeSettings(
  db: Db,
  clinicId: string,
  of: Omit<ZoneAsked, 'areaId'>,
  events: readonly NewEvent[],
): Promise<void> {
  for (const { body, areaId = of.visit.areaId } of events) {
    if (body.kind === 'settingChanged' || body.kind === 'spotFired') {
      await judge(db, clinicId, { ...of, areaId }, body.setting as Setting);
    }
  }
}

async function lookedAt(
  db: Db,
  clinicId: string,
  { visit, areaId }: ZoneAsked,
): Promise<{ findings: HairFindings; record: VisitRecord }> {
  const events = (await eventsOf(db, clinicId, [visit.id])).get(visit.id)!;
  const record = zoneRecord(events, areaId, visit.areaId);
  const { findings } = record;
  if (findings === null || !('hair' in findings)) {
    throw new HttpProblem('refused-by-rule', 'This does not fit the visit as it stands', {
      detail: 'askAndLookFirst',
    });
  }
  return { findings, record };
}

async function siteOf(db: Db, clinicId: string, areaId: string): Promise<SiteId> {
  const [area] = await db
    .select({ site: areas.site })
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), eq(areas.id, areaId)));
  return area!.site as SiteId;
}

import type { NewEvent, VisitHeader } from '@tidy-quill/contract/visit';
import type { Catalogue } from '@tidy-quill/contract/catalogue';
import {
  centralWavelengthNm,
  evaluate,
  type Evaluation,
  type Setting,
  type Subject,
} from '@tidy-quill/core/plan';
import { visitRecord, type AcceptedPlan, type HairFindings } from '@tidy-quill/core/record';
import type { SiteId } from '@tidy-quill/core/course';
import type { Day } from '@tidy-quill/core/units';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { areas } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import { catalogueInForce } from '../catalogue/store';
import { eventsOf } from './events';
import { historyBefore } from './store';

export const CORE_VERSION = '0.1.0';

/** Judges a setting on the server with the core's own rules. @throws HttpProblem 422 with the refusals. */
async function judge(
  db: Db,
  clinicId: string,
  visit: VisitHeader,
  setting: Setting,
  today: Day,
): Promise<{ subject: Subject; evaluation: Evaluation; catalogue: Catalogue }> {
  const { findings, agreed } = await lookedAt(db, clinicId, visit);
  const catalogue = await catalogueInForce(db, clinicId);
  const subject: Subject = {
    site: await siteOf(db, clinicId, visit.areaId),
    skin: findings.skin,
    hair: findings.hair,
    areaCm2: findings.areaCm2,
    history: await historyBefore(db, clinicId, visit),
  };
  const { handpieces, protocol } = catalogue;
  const evaluation = evaluate({ subject, handpieces, protocol, today }, setting);
  if (evaluation.refusals.length > 0) {
    throw new HttpProblem('refused-by-rule', 'This setting is outside the limits', {
      detail: evaluation.refusals.map(({ code }) => code).join(', '),
    });
  }
  if (evaluation.cautions.includes('supervisorFirst') && !agreed) {
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
  visit: VisitHeader,
  setting: Setting,
  today: Day,
): Promise<AcceptedPlan> {
  const { subject, evaluation, catalogue } = await judge(db, clinicId, visit, setting, today);
  const handpiece = catalogue.handpieces.find(({ id }) => id === setting.handpieceId)!;
  return {
    subject,
    setting,
    wavelengthNm: centralWavelengthNm(handpiece.light),
    upperJcm2: evaluation.upper!.fluenceJcm2!,
    expectedPulses: evaluation.work.pulses,
    devicesVersionId: catalogue.devicesVersionId,
    protocolVersionId: catalogue.protocolVersionId,
    coreVersion: CORE_VERSION,
    plannedOn: today,
  };
}

/** Judges every change of setting among events. */
export async function judgeChanges(
  db: Db,
  clinicId: string,
  visit: VisitHeader,
  events: readonly NewEvent[],
  today: Day,
): Promise<void> {
  for (const { body } of events) {
    if (body.kind === 'settingChanged') {
      await judge(db, clinicId, visit, body.setting as Setting, today);
    }
  }
}

async function lookedAt(
  db: Db,
  clinicId: string,
  visit: VisitHeader,
): Promise<{ findings: HairFindings; agreed: boolean }> {
  const events = (await eventsOf(db, clinicId, [visit.id])).get(visit.id)!;
  const { findings, agreed } = visitRecord(events);
  if (findings === null || !('hair' in findings)) {
    throw new HttpProblem('refused-by-rule', 'This does not fit the visit as it stands', {
      detail: 'askAndLookFirst',
    });
  }
  return { findings, agreed: agreed !== null };
}

async function siteOf(db: Db, clinicId: string, areaId: string): Promise<SiteId> {
  const [area] = await db
    .select({ site: areas.site })
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), eq(areas.id, areaId)));
  return area!.site as SiteId;
}

import type { NewEvent } from '@tidy-quill/contract/visit';
import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import type { Catalogue } from '@tidy-quill/contract/catalogue';
import { evaluateInk, inkOrder, type InkCase } from '@tidy-quill/core/ink';
import type { InkColour } from '@tidy-quill/core/look';
import {
  asksForWord,
  centralWavelengthNm,
  coolingOf,
  evaluate,
  type InkSubject,
  type Setting,
  type Subject,
} from '@tidy-quill/core/plan';
import {
  medicinesIn,
  testsOf,
  zoneRecord,
  type AcceptedPlan,
  type Findings,
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

/** What a setting was judged from, and what it came to. */
interface Judged {
  readonly plan: Pick<
    AcceptedPlan,
    'subject' | 'ink' | 'wavelengthNm' | 'upperJcm2' | 'expectedPulses' | 'cooling' | 'gel' | 'job'
  >;
  readonly catalogue: Catalogue;
}

/** Judges a setting on the server with the core's own rules. @throws HttpProblem 422 with the refusals. */
async function judge(
  db: Db,
  clinicId: string,
  zone: ZoneAsked,
  setting: Setting,
  colours?: readonly InkColour[],
): Promise<Judged> {
  const { findings, record } = await lookedAt(db, clinicId, zone);
  const catalogue = await catalogueInForce(db, clinicId);
  const before = await beforeVisit(db, clinicId, zone.visit, zone.timeZone);
  const skin = {
    site: await siteOf(db, clinicId, zone.areaId),
    skin: findings.skin,
    areaCm2: findings.areaCm2,
    history: [...beforeOf(before, zone.areaId).history, ...testsOf(record)],
    medicines: medicinesIn(record),
  };
  if (asksForWord(skin.history) && record.agreed === null) {
    throw new HttpProblem('refused-by-rule', 'It reacted last time', {
      detail: 'The supervisor’s word comes first.',
    });
  }
  const handpiece = catalogue.handpieces.find(({ id }) => id === setting.handpieceId);
  const plan =
    'hair' in findings
      ? judgeHair({ ...skin, hair: findings.hair }, catalogue, zone, setting)
      : judgeInk({ ...skin, ink: findings.ink }, catalogue, zone, setting, record, colours);
  return {
    catalogue,
    plan: {
      ...plan,
      wavelengthNm: centralWavelengthNm(handpiece!.light),
      cooling: coolingOf(handpiece!, setting),
      gel: handpiece!.gel,
    },
  };
}

function refuse(codes: readonly string[]): void {
  if (codes.length === 0) return;
  throw new HttpProblem('refused-by-rule', 'This setting is outside the limits', {
    detail: codes.join(', '),
  });
}

function judgeHair(
  subject: Subject,
  { handpieces, protocol }: Catalogue,
  { today }: ZoneAsked,
  setting: Setting,
) {
  const evaluation = evaluate({ subject, handpieces, protocol, today }, setting);
  refuse(evaluation.refusals.map(({ code }) => code));
  return {
    subject,
    upperJcm2: evaluation.upper!.fluenceJcm2!,
    expectedPulses: evaluation.work.pulses,
    job: 'hair' as const,
  };
}

/** On ink the colours that a wavelength is for are part of the plan; those under way hold where none are named. */
function judgeInk(
  subject: InkSubject,
  { handpieces, protocol }: Catalogue,
  { today }: ZoneAsked,
  setting: Setting,
  { plan, agreed }: VisitRecord,
  named: readonly InkColour[] | undefined,
) {
  const of: InkCase = {
    subject,
    handpieces,
    protocol: protocol.ink,
    agreed: agreed !== null,
    today,
  };
  const steps = inkOrder(of).steps.filter(({ handpieceId }) => handpieceId === setting.handpieceId);
  const colours = named ?? steps[0]?.colours ?? plan?.ink?.colours ?? [];
  const darkPartOf = steps[0]?.darkPartOf ?? [];
  const evaluation = evaluateInk(of, { colours }, setting, protocol.pace);
  refuse(colours.length === 0 ? ['noColour'] : evaluation.refusals);
  return {
    subject,
    ink: { colours, darkPartOf },
    upperJcm2: evaluation.upper!.fluenceJcm2!,
    expectedPulses: evaluation.work.pulses,
    job: 'ink' as const,
  };
}

/** Judges a setting and turns it into the event that accepts it. */
export async function acceptedPlan(
  db: Db,
  clinicId: string,
  zone: ZoneAsked,
  setting: Setting,
  colours?: readonly InkColour[],
): Promise<AcceptedPlan> {
  const { plan, catalogue } = await judge(db, clinicId, zone, setting, colours);
  return {
    ...plan,
    setting,
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
): Promise<{ findings: Findings; record: VisitRecord }> {
  const events = (await eventsOf(db, clinicId, [visit.id])).get(visit.id)!;
  const record = zoneRecord(events, areaId, visit.areaId);
  const { findings } = record;
  if (findings === null) {
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

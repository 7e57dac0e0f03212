import type { Area, ClientVisit } from '@tidy-quill/contract/clients';
import type { SiteId } from '@tidy-quill/core/sites';
import { useClinicQuery } from '../../app/api';
import { lackingText } from '../../text';
import { ofArea } from '../course/use-course-case';
import { useLacking } from './use-lacking';

/** Says of a visit that is being booked what the person who is to treat is not signed off for. */
export function NotSignedOff({
  areas,
  visits,
  staffId,
  on,
}: {
  areas: readonly Area[];
  /** All visits of the client. */
  visits: readonly ClientVisit[];
  staffId: string;
  /** The day of the visit; empty while there is none. */
  on: string;
}) {
  const { data } = useClinicQuery();
  const who = data?.staff.find(({ id }) => id === staffId);
  const needs = areas.map((area) => ({
    ...{ job: area.job, site: area.site as SiteId },
    technique: area.job === 'ink' ? null : lastTechnique(ofArea(visits, area.id)),
  }));
  const { rule, skills } = useLacking(
    who === undefined ? undefined : { staffId, role: who.role },
    needs,
    on,
  );
  if (who === undefined || skills.length === 0) return null;
  return (
    <p role="status" className="slot-outside">
      {who.name} is not signed off on that day for {lackingText(skills)}.
      {rule === 'approve' ? ' A supervisor has to approve at Plan.' : ''}
    </p>
  );
}

/** How an area was treated last; null before its first session. */
const lastTechnique = (visits: readonly ClientVisit[]) =>
  visits
    .flatMap(({ sessions }) => sessions)
    .reduce<ClientVisit['sessions'][number] | null>(
      (last, each) => (last === null || each.on >= last.on ? each : last),
      null,
    )?.setting.technique ?? null;

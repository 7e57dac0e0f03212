import type { DayVisit } from '@tidy-quill/contract/today';
import type { SiteId } from '@tidy-quill/core/sites';
import type { Day } from '@tidy-quill/core/units';
import { useClinicQuery } from '../../app/api';
import { lackingText } from '../../text';
import { useLacking } from './use-lacking';

/** Says, while a visit is moved about the board, what the person it would be with is not signed off for. */
export function UnsignedThere({
  visit,
  staffId,
  on,
}: {
  visit: Pick<DayVisit, 'job' | 'site'>;
  staffId: string;
  on: Day;
}) {
  const { data } = useClinicQuery();
  const who = data?.staff.find(({ id }) => id === staffId);
  // How it will be treated is chosen at Plan: any school that is signed off will do.
  const need = { job: visit.job, site: visit.site as SiteId, technique: null };
  const { skills } = useLacking(
    who === undefined ? undefined : { staffId, role: who.role },
    [need],
    on,
  );
  if (who === undefined || skills.length === 0) return null;
  return (
    <>
      {who.name} is not signed off for {lackingText(skills)}.
    </>
  );
}

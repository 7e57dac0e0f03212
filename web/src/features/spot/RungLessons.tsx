import { chanceText, lessonText } from '@tidy-quill/contract/labels/learning';
import { chancesAt, lessonOf, mostTeaching, type Setting } from '@tidy-quill/core/plan';
import { figure } from '../../text';
import { useChances } from '../plan/use-chances';

/** What each rung of the ladder risks and would teach; the one that teaches most within the allowed risk is named. */
export function RungLessons({ setting, rungs }: { setting: Setting; rungs: readonly number[] }) {
  const found = useChances(setting);
  if (found === null || found.learnt === null || found.model === null) return null;
  const { learnt, model, limits } = found;
  const lessons = rungs.map((rung) => ({
    rung,
    lesson: lessonOf(rung, model, learnt),
    risk: chancesAt(rung, model, learnt).adverse,
  }));
  const most = mostTeaching(rungs, model, learnt);
  const chosen = lessons.find(({ rung }) => rung === setting.fluenceJcm2);
  return (
    <p className="small">
      {lessons.map(({ rung, risk }) => `${figure(rung, 2)}: ${chanceText(risk)}`).join(' · ')}{' '}
      chance of an adverse answer.{' '}
      {most === null ? '' : `${figure(most, 2)} J/cm² teaches most within the allowed risk. `}
      {chosen === undefined || limits?.risk == null
        ? ''
        : lessonText(chosen.rung, limits.risk, chosen.lesson)}
    </p>
  );
}

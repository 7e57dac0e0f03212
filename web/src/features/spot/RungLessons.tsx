import { chanceText, lessonText, restsOnText } from '@tidy-quill/contract/labels/learning';
import { chancesAt, mostTeaching, type Setting } from '@tidy-quill/core/plan';
import { figure } from '../../text';
import { useChances, useLesson } from '../plan/use-chances';

/** The chances of each rung of the ladder, which of them teaches most within the allowed risk, and what the chosen one would. */
export function RungLessons({ setting, rungs }: { setting: Setting; rungs: readonly number[] }) {
  const found = useChances(setting);
  const lesson = useLesson(found, setting.fluenceJcm2);
  if (found === null || found.learnt === null || found.model === null) return null;
  const { learnt, model, limits } = found;
  const chances = rungs.map((rung) => ({ rung, ...chancesAt(rung, model, learnt) }));
  const most = mostTeaching(rungs, model, learnt);
  return (
    <>
      <table className="data-table is-still rung-chances">
        <thead>
          <tr>
            <th scope="col">Chance at, J/cm²</th>
            {rungs.map((rung) => (
              <th key={rung} scope="col" className="figures">
                {figure(rung, 2)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">of an adverse answer</th>
            {chances.map(({ rung, adverse }) => (
              <td key={rung} className="figures">
                {chanceText(adverse)}
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row">that it works</th>
            {chances.map(({ rung, works }) => (
              <td key={rung} className="figures">
                {works === null ? '–' : chanceText(works)}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      <p className="small">
        {most === null
          ? ''
          : `${figure(most, 2)} J/cm² teaches most within the ${chanceText(learnt.rule.risk)} that the protocol allows. `}
        The chances rest on {restsOnText(learnt.from)}.
        {lesson === null || limits?.risk == null
          ? ''
          : ` ${lessonText(setting.fluenceJcm2, limits.risk, lesson)}`}
      </p>
    </>
  );
}

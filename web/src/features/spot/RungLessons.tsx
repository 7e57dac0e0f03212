import { chanceText } from '@tidy-quill/contract/labels/learning';
import { chancesAt, mostTeaching, type Setting } from '@tidy-quill/core/plan';
import { figure } from '../../text';
import { ChanceLine } from '../plan/ChanceLine';
import { useChances } from '../plan/use-chances';

/** The chances of each rung of the ladder, which of them teaches most within the allowed risk, and what the chosen one would. */
export function RungLessons({ setting, rungs }: { setting: Setting; rungs: readonly number[] }) {
  const found = useChances(setting);
  if (found === null || found.learnt === null || found.model === null) return null;
  const { learnt, model } = found;
  const chances = rungs.map((rung) => {
    const { adverse, works } = chancesAt(rung, model, learnt);
    const working = works === null ? '' : `, works ${chanceText(works)}`;
    return `${figure(rung, 2)}: adverse ${chanceText(adverse)}${working}`;
  });
  const most = mostTeaching(rungs, model, learnt);
  return (
    <>
      <p className="small">
        Chances of the steps: {chances.join(' · ')}.
        {most === null ? '' : ` ${figure(most, 2)} J/cm² teaches most within the allowed risk.`}
      </p>
      <ChanceLine setting={setting} />
    </>
  );
}

import { chanceText, lessonText, restsOnText } from '@tidy-quill/contract/labels/learning';
import { chancesAt, type Setting } from '@tidy-quill/core/plan';
import { useChances, useLesson, type ReadToday } from './use-chances';

/** The chances of a setting, what they rest on, and what the next answer at it would change: in few words, for the room. */
export function ChanceLine({ setting, read }: { setting: Setting; read?: ReadToday }) {
  const found = useChances(setting, read);
  const lesson = useLesson(found, setting.fluenceJcm2);
  if (found === null || found.learnt === null || found.model === null) return null;
  const { adverse, works } = chancesAt(setting.fluenceJcm2, found.model, found.learnt);
  const limitJcm2 = found.limits?.risk ?? null;
  return (
    <p className="small chance-line">
      Chance of an adverse answer {chanceText(adverse)}
      {works === null ? '' : `, that it works ${chanceText(works)}`}; rests on{' '}
      {restsOnText(found.learnt.from)}.
      {limitJcm2 === null || lesson === null
        ? ''
        : ` ${lessonText(setting.fluenceJcm2, limitJcm2, lesson)}`}
    </p>
  );
}

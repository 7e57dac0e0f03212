import { chanceText, restsOnText } from '@tidy-quill/contract/labels/learning';
import { chancesAt, type Setting } from '@tidy-quill/core/plan';
import { useChances } from './use-chances';

/** The chances of a setting in one line, for the room. */
export function ChanceLine({ setting }: { setting: Setting }) {
  const found = useChances(setting);
  if (found === null || found.learnt === null || found.model === null) return null;
  const { adverse, works } = chancesAt(setting.fluenceJcm2, found.model, found.learnt);
  return (
    <p className="small chance-line">
      Chance of an adverse answer {chanceText(adverse)}
      {works === null ? '' : `, that it works ${chanceText(works)}`}; rests on{' '}
      {restsOnText(found.learnt.from)}.
    </p>
  );
}

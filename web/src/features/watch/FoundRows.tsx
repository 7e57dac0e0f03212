import './watch.css';
import type { Grade, Mark } from '@tidy-quill/core/reaction';
import type { MarkFound } from '@tidy-quill/core/events';
import { InputNumber } from 'antd';
import { MARK_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { PlaceSelect } from '../../widgets/PlaceSelect';
import { detailOf, needsDetail } from './found';

const GRADES: Readonly<Record<1 | 2 | 3, string>> = { 1: 'slight', 2: 'marked', 3: 'severe' };

/** A row for each mark that is more than wanted: its grade, its size, and where on the zone. */
export function FoundRows({
  marks,
  found,
  onFound,
}: {
  marks: readonly Mark[];
  found: readonly MarkFound[];
  onFound: (found: readonly MarkFound[]) => void;
}) {
  const listed = marks.filter(needsDetail);
  if (listed.length === 0) return null;
  const change = (mark: Mark, more: Partial<MarkFound>) =>
    onFound([...found.filter((each) => each.mark !== mark), { ...detailOf(found, mark), ...more }]);
  return (
    <div className="found-rows">
      {listed.map((mark) => {
        const { grade, sizeCm, place } = detailOf(found, mark);
        return (
          <div key={mark} className="found-row" role="group" aria-label={MARK_WORDS[mark]}>
            <strong>{MARK_WORDS[mark]}</strong>
            <Choice
              label="Grade"
              words={GRADES}
              value={grade === 0 ? 1 : grade}
              onChange={(next) => change(mark, { grade: next as Grade })}
            />
            <label>
              <span className="choice-label">Size</span>
              <InputNumber
                suffix="cm"
                min={0.1}
                max={100}
                step={0.5}
                value={sizeCm}
                onChange={(next) => change(mark, { sizeCm: next })}
              />
            </label>
            <label>
              <span className="choice-label">Place</span>
              <PlaceSelect value={place} onChange={(next) => change(mark, { place: next })} />
            </label>
          </div>
        );
      })}
    </div>
  );
}

import './eyewear.css';
import type { EyewearListed } from '@tidy-quill/contract/eyewear';
import { misfitText } from '@tidy-quill/contract/labels/eyewear';
import { misfitOf, peopleProtected, type Beam } from '@tidy-quill/core/eyewear';
import { Checkbox } from 'antd';
import { countText } from '../../text';
import { Notice } from '../../widgets/Notice';

/** Which of the clinic’s eyewear fits this setting, for how many people, and why others do not. */
export function EyewearChoice({
  list,
  beam,
  worn,
  disabled,
  onWorn,
}: {
  list: readonly EyewearListed[];
  beam: Beam;
  /** By id. */
  worn: readonly string[];
  disabled: boolean;
  onWorn: (worn: readonly string[]) => void;
}) {
  const each = list.map(({ eyewear }) => ({ eyewear, misfit: misfitOf(eyewear, beam) }));
  const fitting = each.flatMap(({ eyewear, misfit }) => (misfit === null ? [eyewear] : []));
  const others = each.filter(({ misfit }) => misfit !== null);
  // Shields protect the client's eyes, nobody else's.
  if (peopleProtected(fitting) === 0) {
    return (
      <Notice kind="stop" title="No eyewear on the list fits this light for whoever is in the room">
        <p>
          {`The label has to reach OD ${beam.density}. Do not fire. `}
          {others
            .map(({ eyewear, misfit }) =>
              misfit === null ? '' : `${eyewear.name}: ${misfitText(misfit)}`,
            )
            .join('; ')}
          .
        </p>
      </Notice>
    );
  }
  const chosen = fitting.filter(({ id }) => worn.includes(id));
  const people = peopleProtected(chosen);
  return (
    <div className="eyewear-worn" role="group" aria-label="Eyewear that is put on">
      {fitting.map(({ id, name, place }) => (
        <Checkbox
          key={id}
          disabled={disabled}
          checked={worn.includes(id)}
          onChange={({ target }) =>
            onWorn(target.checked ? [...worn, id] : worn.filter((one) => one !== id))
          }
        >
          {name}
          {place === '' ? '' : <span className="quiet-inline"> · {place}</span>}
        </Checkbox>
      ))}
      <span className="quiet">
        {people === 0
          ? 'None chosen for whoever is in the room.'
          : `Enough for ${countText(people, 'person', 'people')} in the room.`}
      </span>
      {others.length === 0 ? null : (
        <details>
          <summary>{countText(others.length, 'other does not fit', 'others do not fit')}</summary>
          <ul>
            {others.map(({ eyewear, misfit }) =>
              misfit === null ? null : (
                <li key={eyewear.id}>
                  {eyewear.name}: {misfitText(misfit)}
                </li>
              ),
            )}
          </ul>
        </details>
      )}
    </div>
  );
}

import './ask.css';
import type { Medicine, Substance } from '@tidy-quill/core/suitability';
import type { InputError } from '@tidy-quill/core/units';
import { AutoComplete, Button, Checkbox } from 'antd';
import { useMemo, useState } from 'react';
import { substanceFinder } from './find-substances';
import { HomeDayInput } from './HomeDayInput';
import { useQuestionWords } from './question-words';

const MOST_SHOWN = 8;

/** Medicines by name: chosen from the clinic's list, or typed freely for the supervisor to look up. */
export function MedicineList({
  medicines,
  substances,
  today,
  problem,
  onChange,
}: {
  medicines: readonly Medicine[];
  substances: readonly Pick<Substance, 'id' | 'name'>[];
  today: string;
  problem: InputError | null;
  onChange: (medicines: readonly Medicine[]) => void;
}) {
  const { say } = useQuestionWords();
  const [typed, setTyped] = useState('');
  // What was typed and is close to names of the list: asked after before it is taken as unknown.
  const [asking, setAsking] = useState<string | null>(null);
  const finder = useMemo(() => substanceFinder(substances), [substances]);
  const fitting = finder.find(typed).slice(0, MOST_SHOWN);
  const add = (name: string, asItIs = false) => {
    const known = finder.exactly(name);
    setTyped('');
    const isClose = known === null && !asItIs && finder.close(name).length > 0;
    setAsking(isClose ? name.trim() : null);
    if (isClose) return;
    if (name.trim() === '' || medicines.some((each) => each.name === (known?.name ?? name))) return;
    const medicine = { name: known?.name ?? name.trim(), substanceId: known?.id ?? null };
    onChange([...medicines, { ...medicine, lastOn: null }]);
  };
  const change = (index: number, more: Partial<Medicine>) =>
    onChange(medicines.map((each, i) => (i === index ? { ...each, ...more } : each)));
  return (
    <div className="medicines">
      {medicines.map((medicine, index) => (
        <div key={medicine.name} className="medicine">
          <span>
            <strong>{medicine.name}</strong>
            {medicine.substanceId === null ? (
              <span className="quiet-inline"> · {say('medicine.unlisted')}</span>
            ) : null}
          </span>
          <Checkbox
            checked={medicine.lastOn === null}
            onChange={(event) => change(index, { lastOn: event.target.checked ? null : today })}
          >
            {say('medicine.stillTaken')}
          </Checkbox>
          {medicine.lastOn === null ? null : (
            <HomeDayInput
              aria-label={say('medicine.lastDay', { name: medicine.name })}
              max={today}
              value={medicine.lastOn}
              status={problem === null ? '' : 'error'}
              onChange={(lastOn) => change(index, { lastOn })}
            />
          )}
          <Button size="small" onClick={() => onChange(medicines.filter((_, i) => i !== index))}>
            {say('medicine.remove')}
            <span className="visually-hidden"> {medicine.name}</span>
          </Button>
        </div>
      ))}
      <div className="medicine-add">
        <AutoComplete
          aria-label={say('medicine.name')}
          placeholder={say('medicine.example')}
          value={typed}
          options={fitting.map(({ name }) => ({ value: name }))}
          onChange={setTyped}
          filterOption={false}
          defaultActiveFirstOption={false}
          onSelect={(name: string) => add(name)}
          onInputKeyDown={(event) => {
            // Enter takes the name that the arrows went to, else what was typed.
            const at = event.currentTarget.getAttribute('aria-activedescendant');
            if (event.key === 'Enter' && (at === null || at.endsWith('-1'))) {
              event.preventDefault();
              add(typed);
            }
          }}
        />
        <Button disabled={typed.trim() === ''} onClick={() => add(typed)}>
          {say('medicine.add')}
        </Button>
      </div>
      {asking === null ? null : (
        <div
          className="medicine-asked"
          role="group"
          aria-label={say('medicine.didYouMean', { name: asking })}
        >
          <span>{say('medicine.didYouMean', { name: asking })}</span>
          {finder
            .close(asking)
            .slice(0, MOST_SHOWN)
            .map(({ id, name }) => (
              <Button key={id} onClick={() => add(name)}>
                {name}
              </Button>
            ))}
          <Button onClick={() => add(asking, true)}>
            {say('medicine.noneOfThese', { name: asking })}
          </Button>
        </div>
      )}
      {problem === null ? null : <p className="field-error">{problem.problem}</p>}
    </div>
  );
}

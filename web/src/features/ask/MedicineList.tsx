import type { Medicine, Substance } from '@tidy-quill/core/suitability';
import type { InputError } from '@tidy-quill/core/units';
import { AutoComplete, Button, Checkbox } from 'antd';
import { useState } from 'react';
import { DayInput } from '../../widgets/DayInput';

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
  const [typed, setTyped] = useState('');
  const wanted = typed.trim().toLowerCase();
  const fitting = substances
    .filter(({ name }) => wanted !== '' && name.toLowerCase().includes(wanted))
    .slice(0, MOST_SHOWN);
  const add = (name: string) => {
    const known = substances.find((each) => each.name.toLowerCase() === name.trim().toLowerCase());
    setTyped('');
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
              <span className="quiet-inline"> · not in the list, goes to the supervisor</span>
            ) : null}
          </span>
          <Checkbox
            checked={medicine.lastOn === null}
            onChange={(event) => change(index, { lastOn: event.target.checked ? null : today })}
          >
            still taken
          </Checkbox>
          {medicine.lastOn === null ? null : (
            <DayInput
              aria-label={`Last day of ${medicine.name}`}
              max={today}
              value={medicine.lastOn}
              status={problem === null ? '' : 'error'}
              onChange={(day) => change(index, { lastOn: day || today })}
            />
          )}
          <Button size="small" onClick={() => onChange(medicines.filter((_, i) => i !== index))}>
            Remove<span className="visually-hidden"> {medicine.name}</span>
          </Button>
        </div>
      ))}
      <div className="medicine-add">
        <AutoComplete
          aria-label="Name of a medicine, cream or supplement"
          placeholder="Name, such as doxycycline"
          value={typed}
          options={fitting.map(({ name }) => ({ value: name }))}
          onChange={setTyped}
          onSelect={add}
          onInputKeyDown={(event) => {
            if (event.key === 'Enter' && fitting.length === 0) {
              event.preventDefault();
              add(typed);
            }
          }}
        />
        <Button disabled={wanted === ''} onClick={() => add(typed)}>
          Add
        </Button>
      </div>
      {problem === null ? null : <p className="field-error">{problem.problem}</p>}
    </div>
  );
}

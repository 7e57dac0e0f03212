import './catalogue.css';
import type { CellProblem, Cells, Column } from '@tidy-quill/contract/catalogue-table';
import { Button } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { COLUMN_WORDS } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';

/** One record's cells as a form; what is wrong stands below its own field. */
export function CellForm({
  table,
  cells,
  row,
  onSave,
  onRemove,
  onClose,
}: {
  table: { readonly columns: readonly Column[] };
  cells: Cells;
  row: number;
  /** Gives what is wrong; nothing when it was taken. */
  onSave: (cells: Cells) => readonly CellProblem[];
  onRemove: (() => void) | null;
  onClose: () => void;
}) {
  const [values, setValues] = useState<Cells>(cells);
  const [problems, setProblems] = useState<readonly CellProblem[]>([]);
  const wrong = (column: string) =>
    problems.find((each) => each.row === row && each.column === column)?.problem;
  return (
    <Dialog
      open
      width={720}
      title={cells['id'] ?? 'New row'}
      onCancel={onClose}
      footer={
        <>
          {onRemove === null ? null : (
            <Button danger onClick={onRemove}>
              Take this row out
            </Button>
          )}
          <Button onClick={onClose}>Leave as it was</Button>
          <Button type="primary" onClick={() => setProblems(onSave(values))}>
            Use these values
          </Button>
        </>
      }
    >
      <p className="small">
        Lists are written with a semicolon between: 5; 10; 20. Spots as 12 for a diameter or 12 x
        10, in mm. Empty means that it does not apply.
      </p>
      <div className="cell-form">
        {table.columns.map(({ name }) => (
          <Field key={name} label={COLUMN_WORDS[name] ?? name} problem={wrong(name)}>
            {(field) => (
              <Input
                {...field}
                value={values[name] ?? ''}
                onChange={(event) => setValues({ ...values, [name]: event.target.value })}
              />
            )}
          </Field>
        ))}
      </div>
    </Dialog>
  );
}

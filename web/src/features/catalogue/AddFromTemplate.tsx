import type { Cells } from '@tidy-quill/contract/catalogue-table';
import { Select } from 'antd';
import { useId } from 'react';

/** What a new record begins from. */
export function AddFromTemplate({
  templates,
  onAdd,
}: {
  templates: readonly { readonly label: string; readonly cells: Cells }[];
  onAdd: (cells: Cells) => void;
}) {
  const id = useId();
  return (
    <span className="add-from">
      <label htmlFor={id}>Add, beginning from</label>
      <Select
        id={id}
        placeholder="a kind…"
        value={null}
        popupMatchSelectWidth={false}
        options={templates.map(({ label }, value) => ({ label, value }))}
        onChange={(index: number) => onAdd(templates[index]?.cells ?? {})}
      />
    </span>
  );
}

import type { NewVersion } from '@tidy-quill/contract/catalogue';
import { Button } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText, useAddVersionMutation } from '../../app/api';
import { Notice } from '../../widgets/Notice';

/** A document as it was changed. */
export type Made = NewVersion extends infer Each
  ? Each extends NewVersion
    ? Pick<Each, 'kind' | 'content'>
    : never
  : never;

/** Keeps what was changed as a version of its own, with a word on why; it holds once it is approved. */
export function KeepVersion({
  basedOn,
  said = '',
  made,
  onKept,
  onDrop,
}: {
  /** The version that was changed. */
  basedOn: number;
  /** What changed and why, where it is known already. */
  said?: string;
  made: Made;
  onKept: () => void;
  onDrop: () => void;
}) {
  const [id] = useState(() => v7());
  const [note, setNote] = useState(said);
  const [add, { error, isLoading }] = useAddVersionMutation();
  const keep = async () => {
    const version = { ...made, id, note, basedOn } as NewVersion;
    if ((await add(version)).error === undefined) onKept();
  };
  return (
    <Notice kind="care" title={`Changed since version ${basedOn}, not in force`}>
      <div className="keep-version">
        <Input
          aria-label="What changed and why"
          placeholder="What changed and why"
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
        <Button type="primary" loading={isLoading} onClick={() => void keep()}>
          Keep as version {basedOn + 1}
        </Button>
        <Button onClick={onDrop}>Drop the changes</Button>
      </div>
      {error === undefined ? null : <p className="field-error">{problemText(error)}</p>}
    </Notice>
  );
}

import { Button } from 'antd';
import { problemText, useAcceptCautionMutation } from '../../app/api';
import { Dialog } from '../../widgets/Dialog';
import { CAUTION_FULL } from './caution';

/** The caution, read once before anything else. */
export function CautionFirst() {
  const [accept, { isLoading, error }] = useAcceptCautionMutation();
  return (
    <Dialog
      open
      title="Before you begin"
      closable={false}
      keyboard={false}
      width={620}
      footer={
        <Button type="primary" size="large" loading={isLoading} onClick={() => void accept()}>
          I have read this
        </Button>
      }
    >
      <ul className="caution-list">
        {CAUTION_FULL.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {error === undefined ? null : <p className="field-error">{problemText(error)}</p>}
    </Dialog>
  );
}

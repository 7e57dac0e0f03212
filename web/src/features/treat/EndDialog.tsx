import { Dialog } from '../../widgets/Dialog';

/** Asks before a treatment ends while cells are open. */
export function EndDialog({
  open,
  all,
  onEnd,
  onClose,
}: {
  /** How many cells are still open, of how many. */
  open: number;
  all: number;
  onEnd: () => void;
  onClose: () => void;
}) {
  return (
    <Dialog
      open
      title={`End treatment with ${open} of ${all} cells open?`}
      okText={`End, leave ${open === 1 ? '1 cell' : `${open} cells`} open`}
      cancelText="Go back"
      onOk={onEnd}
      onCancel={onClose}
    >
      <p>
        The cells that are open stay untreated on the record. Until the client is sent home the
        treatment can be reopened.
      </p>
    </Dialog>
  );
}

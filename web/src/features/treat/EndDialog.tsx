import { countText, figure } from '../../text';
import { Dialog } from '../../widgets/Dialog';

/** Asks before a treatment ends while cells are open. */
export function EndDialog({
  open,
  all,
  pulses,
  onEnd,
  onClose,
}: {
  /** How many cells are still open, of how many. */
  open: number;
  all: number;
  /** Given of those planned. */
  pulses: { readonly given: number; readonly planned: number };
  onEnd: () => void;
  onClose: () => void;
}) {
  return (
    <Dialog
      open
      title={
        all === 1
          ? `End treatment with ${figure(pulses.given, 0)} of ${figure(pulses.planned, 0)} pulses given?`
          : `End treatment with ${open} of ${all} cells open?`
      }
      okText={`End, leave ${countText(open, 'cell')} open`}
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

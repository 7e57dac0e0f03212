import { Modal, type ModalProps } from 'antd';
import { useCallback, useRef } from 'react';
import { focusFirst } from './focus-first';
import { WithinDialog } from './use-keys';

/** A dialog that opens with the focus on the first thing to do in it, so that Enter and typing go where they are meant. */
export function Dialog({ children, ...props }: ModalProps) {
  const body = useRef<HTMLDivElement | null>(null);
  const opened = useCallback((element: HTMLDivElement | null) => {
    body.current = element;
    focusFirst(element);
  }, []);
  return (
    // The dialog takes the focus itself while it opens; the first field has it once it is open, unless somebody went on to
    // another meanwhile: the press that follows is meant for where they are.
    <Modal
      {...props}
      afterOpenChange={(open) =>
        open && !atWorkIn(body.current) ? focusFirst(body.current) : undefined
      }
    >
      <div ref={opened} tabIndex={-1} className="dialog-body">
        <WithinDialog value>{children}</WithinDialog>
      </div>
    </Modal>
  );
}

/** Whether the focus is on a control of the dialog, its buttons below the body among them. */
const atWorkIn = (body: HTMLElement | null): boolean =>
  document.activeElement?.matches('input, select, textarea, button, a[href]') === true &&
  body?.closest('[role="dialog"]')?.contains(document.activeElement) === true;

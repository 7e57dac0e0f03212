import { hasRight } from '@tidy-quill/core/access';
import { Button } from 'antd';
import { useState } from 'react';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { Dialog } from '../../widgets/Dialog';
import { useRemoveDemoMutation } from './setup-api';

/** The demo clinic that still stands beside this one, and how its owner takes it away. */
export function DemoBeside() {
  const { staff } = useSignedIn();
  const [asking, setAsking] = useState(false);
  const [remove, { isLoading, error }] = useRemoveDemoMutation();
  const owner = hasRight(staff.role, 'manageAccounts');
  return (
    <section aria-label="The demo">
      <h2>The demo</h2>
      <p>
        The demo clinic is still on this machine, with accounts whose password is known to everybody
        who has read the guide. {owner ? '' : 'The owner takes it away.'}
      </p>
      {owner ? <Button onClick={() => setAsking(true)}>Remove the demo…</Button> : null}
      <Dialog
        open={asking}
        title="Remove the demo?"
        onCancel={() => setAsking(false)}
        footer={
          <>
            <Button onClick={() => setAsking(false)}>Keep it</Button>
            <Button
              type="primary"
              danger
              loading={isLoading}
              onClick={() =>
                void remove().then((result) =>
                  result.error === undefined ? setAsking(false) : undefined,
                )
              }
            >
              Remove it for good
            </Button>
          </>
        }
      >
        <p>
          Its clients, visits, pictures and accounts go for good. Nothing of your own clinic is
          touched. npm start with another data folder shows the demo again.
        </p>
        {error === undefined ? null : (
          <p className="field-error" role="alert">
            {problemText(error)}
          </p>
        )}
      </Dialog>
    </section>
  );
}

import { Radio } from 'antd';
import { useState } from 'react';
import { defined } from '@tidy-quill/core/units';
import { useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { Dialog } from '../../widgets/Dialog';
import { useVisit } from '../visit/use-visit';

/** Hands a halted session to a colleague: on the record, and they sign in for themselves. */
export function HandOver({ onClose }: { onClose: () => void }) {
  const { add } = useVisit('add');
  const { staff } = useSignedIn();
  const { data } = useClinicQuery();
  const [to, setTo] = useState<string>();
  const others = (data?.staff ?? []).filter(({ id, active }) => active && id !== staff.id);
  const hand = async () => {
    await add({ kind: 'handedOver', toStaffId: defined(to) });
    onClose();
  };
  return (
    <Dialog
      open
      title="Hand over to a colleague"
      okText="Hand over"
      okButtonProps={{ disabled: to === undefined }}
      onOk={() => void hand()}
      onCancel={onClose}
    >
      <Radio.Group
        className="reasons"
        optionType="button"
        buttonStyle="solid"
        options={others.map(({ id, name }) => ({ value: id, label: name }))}
        value={to}
        onChange={(event) => setTo(event.target.value as string)}
      />
      <p className="small">
        It goes on where it stands. The colleague signs in for themselves: each press is kept with
        who made it.
      </p>
    </Dialog>
  );
}

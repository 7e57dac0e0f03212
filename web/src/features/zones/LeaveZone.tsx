import { useState } from 'react';
import { useNavigate } from 'react-router';
import { defined } from '@tidy-quill/core/units';
import { areaText } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { useVisit } from '../visit/use-visit';

const REASONS = {
  'Client prefers another day': 'client prefers another day',
  'No time left': 'no time left',
  'Skin is not ready': 'skin is not ready',
  'Stopped by the answers': 'stopped by the answers',
} as const;

type Reason = keyof typeof REASONS;

/** Leaves a zone out of this visit, with the reason. */
export function LeaveZone({ onClose }: { onClose: () => void }) {
  const { area, zones, add, pathOf } = useVisit('area', 'zones', 'add', 'pathOf');
  const navigate = useNavigate();
  const [reason, setReason] = useState<Reason | null>(null);
  const leave = async () => {
    await add({ kind: 'zoneLeft', areaId: area.id, reason: defined(reason) });
    const other = defined(zones.find((zone) => zone.area.id !== area.id));
    void navigate(pathOf(other.stage, other.area.id));
    onClose();
  };
  return (
    <Dialog
      open
      title={`Leave out ${areaText(area)} today`}
      okText="Leave out"
      okButtonProps={{ disabled: reason === null }}
      onOk={() => void leave()}
      onCancel={onClose}
    >
      <Choice label="Why" words={REASONS} value={reason} onChange={setReason} />
    </Dialog>
  );
}

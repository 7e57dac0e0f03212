import { useOnward } from '../../app/use-onward';
import type { Area } from '@tidy-quill/contract/clients';
import { SITES } from '@tidy-quill/core/sites';
import { assess } from '@tidy-quill/core/suitability';
import { Button } from 'antd';
import { useState } from 'react';
import { areaText, figure } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { useVisit } from '../visit/use-visit';
import { lazily } from '../../widgets/lazily';

const AddAreaForm = lazily(async () => (await import('../clients/AddAreaForm')).AddAreaForm);

/** Takes another area of the client into this visit: one that is known, or a new one. */
export function AddZone({ onClose }: { onClose: () => void }) {
  const { areas, zones, client, record, suitability, bookedCase, add, pathOf } = useVisit(
    'areas',
    'zones',
    'client',
    'record',
    'suitability',
    'bookedCase',
    'add',
    'pathOf',
  );
  const onward = useOnward();
  const [isNew, setIsNew] = useState(false);
  const free = areas.filter(({ id }) => zones.every(({ area }) => area.id !== id));
  const take = async (area: Area) => {
    const place = SITES[area.site].part === 'face' ? 'face' : 'body';
    // As the server will work it out again by the rules in force.
    const assessment =
      record.history === null
        ? null
        : assess(record.history, { ...bookedCase, job: area.job, place }, suitability.content);
    await add({ kind: 'zoneAdded', areaId: area.id, assessment });
    onward(pathOf('look', area.id));
    onClose();
  };
  if (isNew || free.length === 0) {
    return (
      <AddAreaForm clientId={client.id} onClose={onClose} onAdded={(area) => void take(area)} />
    );
  }
  return (
    <Dialog open title="Add a zone to this visit" footer={null} onCancel={onClose}>
      <ul className="zone-choice">
        {free.map((area) => (
          <li key={area.id}>
            <Button block onClick={() => void take(area)}>
              {areaText(area)}, {figure(area.areaCm2, 0)} cm²,{' '}
              {area.job === 'ink' ? 'tattoo' : 'hair'}
            </Button>
          </li>
        ))}
        <li>
          <Button block type="dashed" onClick={() => setIsNew(true)}>
            A new area…
          </Button>
        </li>
      </ul>
      <p className="small">Each zone is looked at, planned, tested and consented to by itself.</p>
    </Dialog>
  );
}

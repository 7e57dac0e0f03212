import type { Handpiece } from '@tidy-quill/core/plan';
import { useState } from 'react';
import { useClinicQuery } from '../../app/api';
import { Ticks } from '../../widgets/Ticks';

/** The sheet for each room’s door, for the devices that stand there. */
export function DoorSheets({
  handpieces,
  clinicName,
}: {
  handpieces: readonly Handpiece[];
  clinicName: string;
}) {
  const { data } = useClinicQuery();
  const inService = handpieces.filter((each) => each.inService);
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  const there = chosen ?? inService.map(({ id }) => id);
  if (data === undefined || inService.length === 0) return null;
  return (
    <section className="door-sheets">
      <h2>Door sheets</h2>
      <p className="quiet">
        For the door of each room of {clinicName}: class, light, density, hazard distance and who to
        call.
      </p>
      <Ticks
        label="Devices in the room"
        values={inService.map(({ id }) => id)}
        words={Object.fromEntries(inService.map(({ id, name }) => [id, name]))}
        chosen={there}
        onChange={setChosen}
      />
      <p>
        {data.rooms.map(({ id, name }, index) => (
          <span key={id}>
            {index > 0 ? ' · ' : ''}
            <a
              href={`/api/clinic/rooms/${id}/door-sheet.pdf?handpieces=${encodeURIComponent(there.join(','))}`}
              target="_blank"
              rel="noreferrer"
            >
              {name} (PDF)
            </a>
          </span>
        ))}
      </p>
    </section>
  );
}

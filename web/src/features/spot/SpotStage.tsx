import './spot.css';
import { useState } from 'react';
import { FireSpot } from './FireSpot';
import { SpotFoot } from './SpotFoot';
import { SpotList } from './SpotList';
import { SpotReadingForm } from './SpotReadingForm';
import { SpotResult } from './SpotResult';
import { useSpots } from './use-spots';

/** A few pulses up a ladder, on places that count but do not show; waited for, read, and turned into a result. */
export function SpotStage() {
  const spots = useSpots();
  const [readingId, setReadingId] = useState<string | null>(null);
  const reading = spots.all.find(({ id }) => id === readingId);
  if (reading !== undefined) {
    return <SpotReadingForm spot={reading} spots={spots} onClose={() => setReadingId(null)} />;
  }
  return (
    <>
      <div className="stage spot">
        <FireSpot spots={spots} />
        <section>
          <SpotResult spots={spots} />
          <SpotList spots={spots} onRead={setReadingId} />
        </section>
      </div>
      <SpotFoot spots={spots} />
    </>
  );
}

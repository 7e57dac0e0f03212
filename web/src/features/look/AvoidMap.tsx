import {
  AVOIDED,
  clearPlace,
  markAvoided,
  type Avoided,
  type ZoneFinding,
} from '@tidy-quill/core/look';
import { useState } from 'react';
import { AVOIDED_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { PlaceGrid } from '../zones/PlaceGrid';

type Mode = Avoided | 'clear';

/** Marks where on the zone things to be avoided lie; each mark counts as one. */
export function AvoidMap({
  zone,
  onZone,
}: {
  zone: ZoneFinding;
  onZone: (zone: ZoneFinding) => void;
}) {
  const [mode, setMode] = useState<Mode>('mole');
  const words = { ...AVOIDED_WORDS, clear: 'take off' } as Readonly<Record<Mode, string>>;
  return (
    <details className="avoid-map" open={(zone.marked ?? []).length > 0}>
      <summary>Mark where they lie</summary>
      <Choice label="Press a place to mark" words={words} value={mode} onChange={setMode} />
      <PlaceGrid
        label="Where things to avoid lie"
        onPress={(place) =>
          onZone(
            mode === 'clear' ? clearPlace(zone, place) : markAvoided(zone, { what: mode, place }),
          )
        }
      >
        {(place) =>
          AVOIDED.map((what) => {
            const count = (zone.marked ?? []).filter(
              (mark) => mark.place === place && mark.what === what,
            ).length;
            return count === 0 ? null : (
              <span key={what} className="avoid-mark">
                {count} {AVOIDED_WORDS[what]}
              </span>
            );
          })
        }
      </PlaceGrid>
    </details>
  );
}

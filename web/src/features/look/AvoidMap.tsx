import {
  AVOIDED,
  clearPlace,
  markAvoided,
  toggleBony,
  type Avoided,
  type Place,
  type ZoneFinding,
} from '@tidy-quill/core/look';
import { useState } from 'react';
import { AVOIDED_ONE_WORDS, AVOIDED_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { PlaceGrid } from '../zones/PlaceGrid';

type Mode = Avoided | 'bony' | 'clear';

/** Marks where on the zone things to be avoided lie; each mark counts as one. */
export function AvoidMap({
  zone,
  onZone,
}: {
  zone: ZoneFinding;
  onZone: (zone: ZoneFinding) => void;
}) {
  const [mode, setMode] = useState<Mode>('mole');
  const words = { ...AVOIDED_ONE_WORDS, bony: 'bony or thin', clear: 'take off' } as Readonly<
    Record<Mode, string>
  >;
  return (
    <details
      className="avoid-map"
      open={(zone.marked ?? []).length > 0 || (zone.bony ?? []).length > 0}
    >
      <summary>Mark where they lie, and what is bony</summary>
      <Choice label="Press a place to mark" words={words} value={mode} onChange={setMode} />
      <PlaceGrid
        label="Where things to avoid lie"
        onPress={(place) => onZone(pressed(zone, mode, place))}
      >
        {(place) => [
          (zone.bony ?? []).includes(place) ? (
            <span key="bony" className="avoid-mark">
              bony or thin
            </span>
          ) : null,
          ...AVOIDED.map((what) => {
            const count = (zone.marked ?? []).filter(
              (mark) => mark.place === place && mark.what === what,
            ).length;
            return count === 0 ? null : (
              <span key={what} className="avoid-mark">
                {count === 1 ? AVOIDED_ONE_WORDS[what] : `${count} ${AVOIDED_WORDS[what]}`}
              </span>
            );
          }),
        ]}
      </PlaceGrid>
    </details>
  );
}

function pressed(zone: ZoneFinding, mode: Mode, place: Place): ZoneFinding {
  if (mode === 'clear') return clearPlace(zone, place);
  return mode === 'bony' ? toggleBony(zone, place) : markAvoided(zone, { what: mode, place });
}

import {
  AVOIDED,
  clearPlace,
  markAvoided,
  togglePlace,
  type Avoided,
  type Place,
  type ZoneFinding,
} from '@tidy-quill/core/look';
import { useState } from 'react';
import { AVOIDED_ONE_WORDS, AVOIDED_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { PlaceGrid } from '../zones/PlaceGrid';

type Mode = Avoided | 'bony' | 'mucosal' | 'clear';

const PLACE_NOTES = { bony: 'bony or thin', mucosal: 'mucosal' } as const;

/** Marks where on the zone things to be avoided lie; each mark counts as one. */
export function AvoidMap({
  zone,
  onZone,
}: {
  zone: ZoneFinding;
  onZone: (zone: ZoneFinding) => void;
}) {
  const [mode, setMode] = useState<Mode>('mole');
  const words = { ...AVOIDED_ONE_WORDS, ...PLACE_NOTES, clear: 'take off' } as Readonly<
    Record<Mode, string>
  >;
  return (
    <details
      className="avoid-map"
      open={[zone.marked, zone.bony, zone.mucosal].some((list) => (list ?? []).length > 0)}
    >
      <summary>Mark where they lie, and what is bony or mucosal</summary>
      <Choice label="Press a place to mark" words={words} value={mode} onChange={setMode} />
      <PlaceGrid
        label="Where things to avoid lie"
        onPress={(place) => onZone(pressed(zone, mode, place))}
      >
        {(place) => [
          ...(['bony', 'mucosal'] as const).map((what) =>
            (zone[what] ?? []).includes(place) ? (
              <span key={what} className="avoid-mark">
                {PLACE_NOTES[what]}
              </span>
            ) : null,
          ),
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
  return mode === 'bony' || mode === 'mucosal'
    ? togglePlace(zone, mode, place)
    : markAvoided(zone, { what: mode, place });
}

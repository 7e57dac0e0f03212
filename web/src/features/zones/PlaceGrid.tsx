import { PLACES, type Place } from '@tidy-quill/core/look';
import type { ReactNode } from 'react';
import { PLACE_WORDS } from '../../text';

/** A zone as three rows of three places, each a button that shows what lies there. */
export function PlaceGrid({
  label,
  chosen = null,
  children,
  onPress,
}: {
  label: string;
  chosen?: Place | null;
  /** What lies at a place; null for nothing. */
  children: (place: Place) => ReactNode;
  onPress: (place: Place) => void;
}) {
  return (
    <div className="place-grid" role="group" aria-label={label}>
      {PLACES.map((place) => (
        <button
          key={place}
          type="button"
          aria-pressed={chosen === null ? undefined : place === chosen}
          onClick={() => onPress(place)}
        >
          <span className="place-word">{PLACE_WORDS[place]}</span>
          {children(place)}
        </button>
      ))}
    </div>
  );
}

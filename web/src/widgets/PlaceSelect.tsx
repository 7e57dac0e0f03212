import type { Place } from '@tidy-quill/core/look';
import { Select } from 'antd';
import { PLACE_WORDS } from '../text';

/** One of the nine places of a zone, or none. */
export function PlaceSelect({
  id,
  label,
  value,
  onChange,
}: {
  id?: string;
  label?: string;
  value: Place | null;
  onChange: (place: Place | null) => void;
}) {
  return (
    <Select<Place>
      {...(id === undefined ? {} : { id })}
      {...(label === undefined ? {} : { 'aria-label': label })}
      allowClear
      placeholder="not said"
      value={value}
      options={Object.entries(PLACE_WORDS).map(([place, word]) => ({
        value: place as Place,
        label: word,
      }))}
      onChange={(place: Place | undefined) => onChange(place ?? null)}
    />
  );
}

import './look.css';
import {
  LOWEST_OF_SKIN,
  readingOf,
  READINGS_WANTED,
  tanByReading,
  WIDEST_SPREAD,
} from '@tidy-quill/core/look';
import type { SkinFinding } from '@tidy-quill/core/plan';
import { Button, InputNumber } from 'antd';
import { useState } from 'react';
import { defined } from '@tidy-quill/core/units';
import {
  fractionOfReading,
  METER_PLACES,
  readingOfFraction,
  type MelaninMeter,
  type MeterPlace,
} from '../../instruments/melanin-meter';
import { figure, TAN_WORDS } from '../../text';
import type { Readings } from './findings';

const PLACE_WORDS: Readonly<Record<MeterPlace, string>> = {
  zone: 'On the area',
  unexposed: 'On unexposed skin',
};

const FIELD: Readonly<Record<MeterPlace, 'measuredFraction' | 'unexposedFraction'>> = {
  zone: 'measuredFraction',
  unexposed: 'unexposedFraction',
};

/** Melanin read three times in each place by the meter, or typed; a wide spread asks for reading again. */
export function MelaninReadings({
  meter,
  readings,
  skin,
  onReadings,
  onSkin,
}: {
  meter: MelaninMeter;
  readings: Readings;
  skin: Partial<SkinFinding>;
  onReadings: (readings: Readings, skin: Partial<SkinFinding>) => void;
  onSkin: (skin: Partial<SkinFinding>) => void;
}) {
  const [fault, setFault] = useState<string | null>(null);
  const [typed, setTyped] = useState<Readonly<Record<MeterPlace, number | null>>>({
    zone: null,
    unexposed: null,
  });
  const take = (place: MeterPlace, values: readonly number[]) => {
    const reading = readingOf(values);
    const fraction = reading?.sound ? meter.fractionOf(reading.mean) : null;
    onReadings({ ...readings, [place]: values }, { [FIELD[place]]: fraction });
  };
  const read = async (place: MeterPlace) => {
    try {
      await meter.connect();
      const value = await meter.read(place);
      setFault(null);
      take(place, [...readings[place], value]);
    } catch (error) {
      setFault(error instanceof Error ? error.message : 'The meter gave no reading');
    }
  };
  const { measuredFraction: zone = null, unexposedFraction: unexposed = null } = skin;
  const tan = zone !== null && unexposed !== null ? tanByReading(zone, unexposed) : null;
  return (
    <div className="readings">
      <p className="readings-title">
        Melanin, 0–100, three readings each
        {meter.simulated ? (
          <span className="tag tag-care">simulated meter: readings are invented</span>
        ) : null}
      </p>
      {METER_PLACES.map((place) => {
        const reading = readingOf(readings[place]);
        const kept = skin[FIELD[place]] ?? null;
        return (
          <div key={place} className="reading-row" role="group" aria-label={PLACE_WORDS[place]}>
            <span className="reading-place">{PLACE_WORDS[place]}</span>
            <span className="figures" aria-live="polite">
              {readings[place].length > 0
                ? readings[place].map((value) => figure(value)).join(' · ')
                : kept === null
                  ? 'not read'
                  : `${figure(readingOfFraction(kept), 0)} kept`}
              {reading === null
                ? ''
                : reading.impossible
                  ? ` below ${LOWEST_OF_SKIN}: no skin reads so low. Probe flat on the skin, read again`
                  : readings[place].length < READINGS_WANTED
                    ? ''
                    : reading.sound
                      ? ` ✓ mean ${figure(reading.mean)}, spread ${figure(reading.spread)}`
                      : ` spread ${figure(reading.spread)}, over ${WIDEST_SPREAD}: read again`}
            </span>
            <span className="reading-acts">
              {reading?.sound ? null : (
                <Button size="small" onClick={() => void read(place)}>
                  Read<span className="visually-hidden"> {PLACE_WORDS[place]}</span>
                </Button>
              )}
              {readings[place].length > 0 ? (
                <Button size="small" onClick={() => take(place, [])}>
                  Again<span className="visually-hidden"> {PLACE_WORDS[place]}</span>
                </Button>
              ) : (
                <InputNumber
                  size="small"
                  min={0}
                  max={100}
                  placeholder="typed"
                  aria-label={`${PLACE_WORDS[place]}, typed by hand`}
                  value={typed[place]}
                  status={isImpossible(typed[place]) ? 'error' : ''}
                  onChange={(value) => {
                    setTyped({ ...typed, [place]: value });
                    const fraction =
                      value === null || isImpossible(value) ? null : fractionOfReading(value);
                    onSkin({ [FIELD[place]]: fraction });
                  }}
                />
              )}
            </span>
          </div>
        );
      })}
      {tan === null || tan === 'none' || skin.tan === tan ? null : (
        <p className="reading-tan">
          The area holds {figure(defined(zone) / defined(unexposed), 2)} × the pigment of unexposed
          skin: a {TAN_WORDS[tan]}?{' '}
          <Button size="small" onClick={() => onSkin({ tan })}>
            Note a {TAN_WORDS[tan]}
          </Button>
        </p>
      )}
      {METER_PLACES.some((place) => isImpossible(typed[place])) ? (
        <p className="field-error" role="alert">
          A reading below {LOWEST_OF_SKIN} is not of skin: it is not taken.
        </p>
      ) : null}
      {fault === null ? null : <p className="field-error">{fault}</p>}
    </div>
  );
}

const isImpossible = (value: number | null) => value !== null && value < LOWEST_OF_SKIN;

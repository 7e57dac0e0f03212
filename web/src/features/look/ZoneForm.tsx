import './look.css';
import type { SiteId } from '@tidy-quill/core/sites';
import {
  AVOIDED,
  BUILDS,
  measuredAreaCm2,
  typicalAreaCm2,
  type Build,
  type Measured,
  type ZoneFinding,
} from '@tidy-quill/core/look';
import { InputError } from '@tidy-quill/core/units';
import { Button, InputNumber } from 'antd';
import { useState } from 'react';
import { AVOIDED_WORDS, BUILD_WORDS, figure, GROWTH_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { FromLast } from './FromLast';
import { AvoidMap } from './AvoidMap';
import { OutlineTrace } from './OutlineTrace';

type Way = 'typical' | Measured['shape'];

const WAY_WORDS: Readonly<Record<Way, string>> = {
  typical: 'typical',
  flat: 'length × width',
  round: 'round a limb',
  outline: 'traced',
};

/** Size of the zone, which way its hair grows, and what in it is never fired on. */
export function ZoneForm({
  site,
  job,
  zone,
  asOn,
  onZone,
  onArea,
}: {
  site: SiteId;
  job: 'hair' | 'ink';
  zone: ZoneFinding;
  /** The day of which it is shown; null where it is today's. */
  asOn: string | null;
  onZone: (zone: ZoneFinding) => void;
  onArea: (zone: ZoneFinding, areaCm2: number) => void;
}) {
  const [way, setWay] = useState<Way>(zone.measured?.shape ?? (job === 'ink' ? 'flat' : 'typical'));
  const [first, second] = sidesOf(zone.measured);
  const [sides, setSides] = useState({ first, second });
  const [height, setHeight] = useState(170);
  const [problem, setProblem] = useState<string | null>(null);
  const measure = (measured: Measured | null) => {
    if (measured === null) return;
    try {
      const areaCm2 = Math.round(measuredAreaCm2(measured) * 10) / 10;
      setProblem(null);
      onArea({ ...zone, measured }, areaCm2);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      setProblem(error.problem);
    }
  };
  const side = (name: 'first' | 'second', value: number | null) => {
    const next = { ...sides, [name]: value };
    setSides(next);
    if (next.first === null || next.second === null) return;
    measure(
      way === 'round'
        ? { shape: 'round', lengthCm: next.first, aroundCm: next.second }
        : { shape: 'flat', lengthCm: next.first, widthCm: next.second },
    );
  };
  const ways = Object.fromEntries(
    (Object.keys(WAY_WORDS) as Way[])
      .filter((each) => job === 'hair' || each !== 'typical')
      .map((each) => [each, WAY_WORDS[each]]),
  ) as Record<Way, string>;
  const typical = (build: Build) => {
    if (height < 100 || height > 230) return;
    onArea({ ...zone, measured: null }, typicalAreaCm2(site, height, build));
  };
  return (
    <section>
      <h2>
        Zone <FromLast on={asOn} />
      </h2>
      <Choice label="Size" words={ways} value={way} onChange={setWay} />
      {way === 'typical' ? (
        <div className="zone-sides">
          <Field label="Height">
            {(field) => (
              <InputNumber
                {...field}
                suffix="cm"
                min={100}
                max={230}
                value={height}
                onChange={(value) => setHeight(value ?? 170)}
              />
            )}
          </Field>
          {BUILDS.map((build) => (
            <Button key={build} onClick={() => typical(build)}>
              {BUILD_WORDS[build]}: {figure(typicalOrZero(site, height, build), 0)} cm²
            </Button>
          ))}
        </div>
      ) : way === 'outline' ? (
        <OutlineTrace
          points={zone.measured?.shape === 'outline' ? zone.measured.points : []}
          onPoints={(points) => measure(points.length < 3 ? null : { shape: 'outline', points })}
        />
      ) : (
        <div className="zone-sides">
          <Field label="Length">
            {(field) => (
              <InputNumber
                {...field}
                suffix="cm"
                min={0.5}
                max={150}
                value={sides.first}
                onChange={(value) => side('first', value)}
              />
            )}
          </Field>
          <Field label={way === 'round' ? 'Round, half way' : 'Width'}>
            {(field) => (
              <InputNumber
                {...field}
                suffix="cm"
                min={0.5}
                max={150}
                value={sides.second}
                onChange={(value) => side('second', value)}
              />
            )}
          </Field>
        </div>
      )}
      {problem === null ? null : <p className="field-error">Size {problem}</p>}
      {job === 'ink' ? null : (
        <>
          <Choice
            label="Hair grows"
            words={GROWTH_WORDS}
            value={zone.growth}
            onChange={(growth) => onZone({ ...zone, growth })}
          />
          <Choice
            label="Ingrowing hair"
            words={{ no: 'none seen', yes: 'some' }}
            value={zone.ingrown ? 'yes' : 'no'}
            onChange={(word) => onZone({ ...zone, ingrown: word === 'yes' })}
          />
        </>
      )}
      <AvoidMap zone={zone} onZone={onZone} />
      <fieldset className="avoid">
        <legend>Mask, do not treat</legend>
        {AVOIDED.map((what) => (
          <Field key={what} label={AVOIDED_WORDS[what]}>
            {(field) => (
              <InputNumber
                {...field}
                min={(zone.marked ?? []).filter((mark) => mark.what === what).length}
                max={200}
                precision={0}
                value={zone.avoid[what]}
                onChange={(count) =>
                  onZone({ ...zone, avoid: { ...zone.avoid, [what]: count ?? 0 } })
                }
              />
            )}
          </Field>
        ))}
      </fieldset>
    </section>
  );
}

const typicalOrZero = (site: SiteId, height: number, build: Build) =>
  height < 100 || height > 230 ? 0 : typicalAreaCm2(site, height, build);

function sidesOf(measured: Measured | null): readonly [number | null, number | null] {
  if (measured?.shape === 'flat') return [measured.lengthCm, measured.widthCm];
  if (measured?.shape === 'round') return [measured.lengthCm, measured.aroundCm];
  return [null, null];
}

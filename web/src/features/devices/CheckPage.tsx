import './devices.css';
import { NewDeviceEntry } from '@tidy-quill/contract/devices';
import {
  CHECK_ITEM_WORDS,
  ITEM_RESULT_WORDS,
  verdictText,
} from '@tidy-quill/contract/labels/devices';
import { read } from '@tidy-quill/contract/problem';
import {
  CHECK_ITEMS,
  METER_PULSES,
  outputOf,
  outputVerdict,
  STEADY,
  type CheckItem,
  type ItemResult,
} from '@tidy-quill/core/device';
import { isOnStep, energyJ, stepDown, defined, sameSpot } from '@tidy-quill/core/units';
import type { DeviceShown } from '@tidy-quill/contract/devices';
import { Button, InputNumber, Select, Skeleton } from 'antd';
import { Input } from '../../widgets/inputs';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { simulatedEnergyMeter } from '../../instruments/energy-meter';
import { figure, spotText } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { PageProblem } from '../../widgets/PageProblem';
import {
  useAddDeviceEntryMutation,
  useConsoleCountersQuery,
  useDeviceLogQuery,
} from './devices-api';

/** The check of one device before the first client of the day. */
export function CheckPage() {
  const { handpieceId = '' } = useParams();
  const { data, error, refetch } = useDeviceLogQuery(handpieceId, {
    refetchOnMountOrArgChange: true,
  });
  if (error !== undefined) {
    return (
      <PageProblem title="The device cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  return <CheckForm key={data.handpiece.id} device={data} />;
}

type Items = Partial<Record<CheckItem, ItemResult>>;

/** All as they should be; what the last check found not fitted has not come since. */
function allWell({ entries }: DeviceShown): Items {
  const last = entries.find(({ body }) => body.kind === 'checked')?.body;
  const before = last?.kind === 'checked' ? last.items : null;
  return Object.fromEntries(
    CHECK_ITEMS.map((item) => [item, before?.[item] === 'notFitted' ? 'notFitted' : 'passed']),
  );
}

function CheckForm({ device }: { device: DeviceShown }) {
  const { handpiece, state } = device;
  const navigate = useNavigate();
  const [add, { error, isLoading }] = useAddDeviceEntryMutation();
  // One check however often it is pressed.
  const [id] = useState(() => v7());
  const [items, setItems] = useState<Items>({});
  const [spot, setSpot] = useState(defined(handpiece.spots[0]));
  const scale = handpiece.fluenceJcm2;
  const [fluence, setFluence] = useState<number | null>(
    stepDown(scale.min * 2, scale) ?? scale.min,
  );
  const [energies, setEnergies] = useState<readonly (number | null)[]>(
    Array.from({ length: METER_PULSES }, () => null),
  );
  const [meter, setMeter] = useState('typed by hand');
  const [fault, setFault] = useState<string | null>(null);
  const [counter, setCounter] = useState<number | null>(null);
  const [note, setNote] = useState('');
  const { data: counters = [] } = useConsoleCountersQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  const [wrong, setWrong] = useState<string | null>(null);
  const offStep = fluence !== null && !isOnStep(fluence, scale);
  const shownJ = fluence === null ? null : energyJ(fluence, spot);
  const measured = energies.filter((each): each is number => each !== null);
  const found =
    fluence === null || measured.length < METER_PULSES
      ? null
      : outputOf({ spot, fluenceJcm2: fluence, measuredJ: measured });
  const open = CHECK_ITEMS.filter((item) => items[item] === undefined);
  const halfMeasured = measured.length > 0 && measured.length < METER_PULSES;
  const readMeter = async () => {
    if (shownJ === null) return;
    const own = simulatedEnergyMeter({ shownJ, ratio: state.drift.today ?? 1 });
    try {
      await own.connect();
      const joules: number[] = [];
      for (let pulse = 0; pulse < METER_PULSES; pulse++) joules.push(await own.read());
      setEnergies(joules);
      setMeter(own.name);
      setFault(null);
    } catch (failed) {
      setFault(failed instanceof Error ? failed.message : 'The meter gave no reading');
    }
  };
  const save = async () => {
    const asked = read(NewDeviceEntry, {
      id,
      body: {
        ...{ kind: 'checked', items, counter, note },
        meter:
          found === null ? null : { name: meter, spot, fluenceJcm2: fluence, measuredJ: measured },
      },
    });
    if (!asked.ok) {
      setWrong(asked.fields.map(({ field, problem }) => `${field} ${problem}`).join('; '));
      return;
    }
    setWrong(null);
    const kept = await add({ ...asked.value, handpieceId: handpiece.id });
    if (kept.error === undefined) void navigate(`/handpieces/${handpiece.id}/log`);
  };
  return (
    <div className="page device-check">
      <header className="page-head">
        <div>
          <h1>Daily check: {handpiece.name}</h1>
          <p>
            <Link to="/devices/condition">Condition of devices</Link> · Nobody is on the couch.
            Eyewear on, door shut, handpiece at the meter’s head.
          </p>
        </div>
        <div className="page-actions">
          <Button onClick={() => setItems(allWell(device))}>All passed</Button>
        </div>
      </header>
      <section>
        <h2>Tried, one by one</h2>
        <div className="check-items">
          {CHECK_ITEMS.map((item) => (
            <Choice
              key={item}
              label={CHECK_ITEM_WORDS[item]}
              words={ITEM_RESULT_WORDS}
              value={items[item] ?? null}
              onChange={(result) => setItems({ ...items, [item]: result })}
            />
          ))}
        </div>
      </section>
      <section>
        <h2>
          {METER_PULSES} pulses into the meter{' '}
          <span className="tag tag-care">simulated meter: readings are invented</span>
        </h2>
        <div className="field-row">
          <Field label="Spot">
            {(field) => (
              <Select
                {...field}
                value={handpiece.spots.findIndex((each) => sameSpot(each, spot))}
                options={handpiece.spots.map((each, value) => ({ value, label: spotText(each) }))}
                onChange={(index: number) => setSpot(defined(handpiece.spots[index]))}
              />
            )}
          </Field>
          <Field
            label="Console shows"
            problem={offStep ? `must be a step of ${figure(scale.step, 2)} J/cm²` : undefined}
          >
            {(field) => (
              <InputNumber
                {...field}
                suffix="J/cm²"
                min={scale.min}
                max={scale.max}
                step={scale.step}
                value={fluence}
                onChange={setFluence}
              />
            )}
          </Field>
          {energies.map((joules, index) => (
            <Field key={index} label={`Pulse ${index + 1}`}>
              {(field) => (
                <InputNumber
                  {...field}
                  suffix="J"
                  min={0}
                  max={10_000}
                  value={joules}
                  onChange={(value) => {
                    setEnergies(energies.map((each, at) => (at === index ? value : each)));
                    setMeter('typed by hand');
                  }}
                />
              )}
            </Field>
          ))}
        </div>
        <p>
          {shownJ === null ? null : (
            <>
              Shown: <span className="figures">{figure(shownJ, 3)} J</span> a pulse.{' '}
            </>
          )}
          <Button size="small" disabled={shownJ === null} onClick={() => void readMeter()}>
            Read from the meter
          </Button>
        </p>
        {fault === null ? null : (
          <p className="field-error" role="alert">
            {fault}
          </p>
        )}
        {found === null ? (
          <p className="quiet">
            {halfMeasured
              ? `All ${METER_PULSES} pulses are needed.`
              : 'Without a measurement plans go by the newest one.'}
          </p>
        ) : (
          <Notice
            kind={
              outputVerdict(found.ratio) === 'go'
                ? 'info'
                : outputVerdict(found.ratio) === 'corrected'
                  ? 'care'
                  : 'stop'
            }
            title={`${figure(found.ratio * 100, 1)} % of what is shown: ${verdictText(found.ratio)}`}
          >
            <p>
              Spread {figure(found.spread * 100, 1)} %
              {found.spread > STEADY ? ': too much to believe, measure again.' : '.'}
            </p>
          </Notice>
        )}
      </section>
      <section className="field-row">
        <Field label="Counter of pulses, where it is shown">
          {(field) => (
            <InputNumber
              {...field}
              min={0}
              precision={0}
              value={counter}
              placeholder={state.counter === null ? '' : String(state.counter)}
              onChange={setCounter}
            />
          )}
        </Field>
        <Field label="Note">
          {(field) => (
            <Input
              {...field}
              maxLength={500}
              value={note}
              onChange={({ target }) => setNote(target.value)}
            />
          )}
        </Field>
      </section>
      {counters.length === 0 ? null : (
        <p className="console-counters">
          {counters.map(({ roomId, room, pulses }) => (
            <Button key={roomId} size="small" onClick={() => setCounter(pulses)}>
              {room}: {figure(pulses, 0)} pulses
            </Button>
          ))}
        </p>
      )}
      {error === undefined && wrong === null ? null : (
        <p className="field-error" role="alert">
          {wrong ?? problemText(error)}
        </p>
      )}
      <div className="page-foot">
        <Button
          type="primary"
          size="large"
          loading={isLoading}
          disabled={open.length > 0 || halfMeasured || offStep || fluence === null}
          onClick={() => void save()}
        >
          Keep this check
        </Button>
        {open.length === 0 ? null : (
          <span className="quiet">
            {open.length === 1 ? '1 thing to try.' : `${open.length} things to try.`}
          </span>
        )}
      </div>
    </div>
  );
}

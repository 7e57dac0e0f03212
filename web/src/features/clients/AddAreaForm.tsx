import { NewArea, SIDES, type Area } from '@tidy-quill/contract/clients';
import { read } from '@tidy-quill/contract/problem';
import { HAIR_SITE_IDS, SITE_IDS, SITES, type SiteId } from '@tidy-quill/core/sites';
import type { Job } from '@tidy-quill/core/suitability';
import { InputNumber, Select } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText, useAddAreaMutation } from '../../app/api';
import { SIDE_WORDS, SITE_WORDS } from '../../text';
import { BodyMap } from '../zones/BodyMap';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';

/** Adds an area of skin to a client, with the site's typical size to begin from. */
export function AddAreaForm({
  clientId,
  onClose,
  onAdded = () => {},
}: {
  clientId: string;
  onClose: () => void;
  onAdded?: (area: Area) => void;
}) {
  const [id] = useState(() => v7());
  // Nothing is chosen beforehand: a wrong leg is found out too late.
  const [site, setSite] = useState<SiteId | null>(null);
  const [side, setSide] = useState<Area['side'] | null>(null);
  const [size, setSize] = useState<number | null>(null);
  const [job, setJob] = useState<Job>('hair');
  const [wrong, setWrong] = useState<string>();
  const [add, { isLoading, error }] = useAddAreaMutation();

  const choose = (next: SiteId, nextSide: Area['side'] | null) => {
    const { paired, typicalAreaCm2 } = SITES[next];
    const fitting = !paired ? 'whole' : nextSide === 'whole' ? null : nextSide;
    setSite(next);
    setSide(fitting);
    setSize(typicalAreaCm2 * (fitting === 'both' ? 2 : 1));
  };
  const offered = job === 'ink' ? SITE_IDS : HAIR_SITE_IDS;
  const save = async () => {
    const checked = read(NewArea, { id, job, site, side, areaCm2: size });
    if (!checked.ok) {
      setWrong(checked.fields.map(({ problem }) => problem).join('; '));
      return;
    }
    const { data: added } = await add({ clientId, ...checked.value });
    if (added === undefined) return;
    onAdded(added);
    onClose();
  };
  const paired = site !== null && SITES[site].paired;
  const sides = SIDES.filter((each) => (paired ? each !== 'whole' : each === 'whole'));
  return (
    <Dialog
      open
      title="Add area"
      onCancel={onClose}
      okText="Add area"
      confirmLoading={isLoading}
      okButtonProps={{ disabled: site === null || side === null || size === null }}
      onOk={() => void save()}
      width={900}
    >
      <div className="add-area">
        <BodyMap
          chosen={{ site, side }}
          offered={offered}
          onChoose={(part) => choose(part.site, part.side)}
        />
        <div>
          <Choice
            label="For"
            words={{ hair: 'hair removal', ink: 'tattoo removal' }}
            value={job}
            onChange={(next) => {
              setJob(next);
              if (site !== null && next === 'hair' && !SITES[site].hair) setSite(null);
            }}
          />
          <Field label="Site">
            {({ id: fieldId }) => (
              <Select
                id={fieldId}
                showSearch={{ optionFilterProp: 'label' }}
                className="wide"
                placeholder="Choose a site"
                value={site}
                options={offered.map((each) => ({ value: each, label: SITE_WORDS[each] }))}
                onChange={(next: SiteId) => choose(next, side)}
              />
            )}
          </Field>
          {site === null ? null : (
            <Choice
              label="Side"
              words={
                Object.fromEntries(sides.map((each) => [each, SIDE_WORDS[each]])) as Record<
                  Area['side'],
                  string
                >
              }
              value={side}
              onChange={(next) => choose(site, next)}
            />
          )}
          <Field label="Size" problem={wrong}>
            {(field) => (
              <InputNumber
                {...field}
                suffix="cm²"
                min={1}
                max={5000}
                value={size}
                onChange={setSize}
              />
            )}
          </Field>
          <p className="small">Typical for a middle build. Measure length × width under Look.</p>
        </div>
      </div>
      <p className="field-error" role="alert">
        {error === undefined ? '' : problemText(error)}
      </p>
    </Dialog>
  );
}

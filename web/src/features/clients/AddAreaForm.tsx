import { NewArea, SIDES, type Area } from '@tidy-quill/contract/clients';
import { read } from '@tidy-quill/contract/problem';
import { SITE_IDS, SITES, type SiteId } from '@tidy-quill/core/course';
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
  const [site, setSite] = useState<SiteId>('lowerLeg');
  const [side, setSide] = useState<Area['side']>('left');
  const [size, setSize] = useState<number | null>(SITES.lowerLeg.typicalAreaCm2);
  const [job, setJob] = useState<Job>('hair');
  const [wrong, setWrong] = useState<string>();
  const [add, { isLoading, error }] = useAddAreaMutation();

  const choose = (next: SiteId, nextSide: Area['side']) => {
    const { paired, typicalAreaCm2 } = SITES[next];
    const fitting = !paired ? 'whole' : nextSide === 'whole' ? 'both' : nextSide;
    setSite(next);
    setSide(fitting);
    setSize(typicalAreaCm2 * (fitting === 'both' ? 2 : 1));
  };
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
  const sides = SIDES.filter((each) => (SITES[site].paired ? each !== 'whole' : each === 'whole'));
  return (
    <Dialog
      open
      title="Add area"
      onCancel={onClose}
      okText="Add area"
      confirmLoading={isLoading}
      onOk={() => void save()}
      width={900}
    >
      <div className="add-area">
        <BodyMap chosen={{ site, side }} onChoose={(part) => choose(part.site, part.side)} />
        <div>
          <Choice
            label="For"
            words={{ hair: 'hair removal', ink: 'tattoo removal' }}
            value={job}
            onChange={setJob}
          />
          <Field label="Site">
            {({ id: fieldId }) => (
              <Select
                id={fieldId}
                showSearch={{ optionFilterProp: 'label' }}
                className="wide"
                value={site}
                options={SITE_IDS.map((each) => ({ value: each, label: SITE_WORDS[each] }))}
                onChange={(next) => choose(next, side)}
              />
            )}
          </Field>
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

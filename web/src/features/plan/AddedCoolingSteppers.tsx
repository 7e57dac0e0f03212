import type { AddedCooling, Handpiece, Setting } from '@tidy-quill/core/plan';
import { coolingOf } from '@tidy-quill/core/plan';
import { useState } from 'react';
import { addedCoolingText } from '../../text';
import { Stepper } from '../../widgets/Stepper';

const PACK = { step: 30, most: 300 };
const AFTER = { step: 30, most: 900 };

/** What is cooled on top of the handpiece's own: a cold pack first, cold air throughout, and for how long afterwards. */
export function AddedCoolingSteppers({
  handpiece,
  setting,
  onChange,
}: {
  handpiece: Handpiece;
  setting: Setting;
  onChange: (setting: Setting) => void;
}) {
  const [open, setOpen] = useState(false);
  const { packSeconds = 0, air = false, afterSeconds = 0 } = setting.added ?? {};
  const to = (more: Partial<AddedCooling>) => () => {
    const added = { packSeconds, air, afterSeconds, ...more };
    const none = added.packSeconds === 0 && !added.air && added.afterSeconds === 0;
    onChange({ ...setting, added: none ? undefined : added });
  };
  const { kind } = coolingOf(handpiece, setting);
  const touched = handpiece.gel || kind === 'contact' || kind === 'gelPlate';
  const said = addedCoolingText(setting.added);
  return (
    <details
      className="added-cooling"
      open={open}
      onToggle={({ currentTarget }) => setOpen(currentTarget.open)}
    >
      <summary>Added cooling: {said === '' ? 'none' : said}</summary>
      {open ? (
        <>
          <Stepper
            label="Cold pack before"
            figure={String(packSeconds)}
            unit="s of cold pack before"
            more={packSeconds === 0 ? 'none added' : 'then 5 s of still air'}
            keys={['b', 'n']}
            onLess={packSeconds === 0 ? null : to({ packSeconds: packSeconds - PACK.step })}
            onMore={packSeconds >= PACK.most ? null : to({ packSeconds: packSeconds + PACK.step })}
          />
          {touched ? null : (
            <Stepper
              label="Cold air throughout"
              figure={air ? 'on' : 'off'}
              unit="cold air added"
              more="−25 °C, before, during and after"
              keys={['i', 'k']}
              onLess={air ? to({ air: false }) : null}
              onMore={air ? null : to({ air: true })}
            />
          )}
          <Stepper
            label="Cooling time afterwards"
            figure={String(afterSeconds)}
            unit="s of cooling afterwards"
            more="recorded, no part of the window"
            keys={['m', 'j']}
            onLess={afterSeconds === 0 ? null : to({ afterSeconds: afterSeconds - AFTER.step })}
            onMore={
              afterSeconds >= AFTER.most ? null : to({ afterSeconds: afterSeconds + AFTER.step })
            }
          />
        </>
      ) : null}
    </details>
  );
}

import type { SiteId } from '@tidy-quill/core/course';
import { CALIBRE_UM } from '@tidy-quill/core/optics';
import { workingSkin, type HairFinding, type SkinFinding } from '@tidy-quill/core/plan';
import { thermalRelaxationMs } from '@tidy-quill/core/units';
import { InputNumber } from 'antd';
import {
  ADDITION_WORDS,
  CALIBRE_WORDS,
  DENSITY_WORDS,
  figure,
  HAIR_COLOUR_WORDS,
  ROMAN,
  SKIN_TYPE_MEANING,
  SURFACE_WORDS,
  skinTypeText,
  TAN_WORDS,
} from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import type { Looked } from './findings';
import { fractionOfReading, readingOfFraction } from './melanin-scale';

const TYPE_WORDS = Object.fromEntries(ROMAN.map((word, index) => [index + 1, word])) as Record<
  SkinFinding['type'],
  string
>;

/** Skin, hair and size of an area, by one press each. */
export function SubjectForm({
  site,
  looked,
  onChange,
}: {
  site: SiteId;
  looked: Looked;
  onChange: (looked: Looked) => void;
}) {
  const { skin, hair } = looked;
  const onSkin = (more: Partial<SkinFinding>) =>
    onChange({ ...looked, skin: { ...skin, ...more } });
  const onHair = (more: Partial<HairFinding>) =>
    onChange({ ...looked, hair: { ...hair, ...more } });
  const measured = skin.measuredFraction ?? null;
  return (
    <div className="stage look">
      <section>
        <h2>Skin</h2>
        <Choice
          label="Fitzpatrick type"
          words={TYPE_WORDS}
          value={skin.type ?? null}
          onChange={(type) => onSkin({ type })}
          hint={
            skin.type === undefined ? 'How this skin answers to sun' : SKIN_TYPE_MEANING[skin.type]
          }
        />
        <Field label="Melanin reading on the area, 0–100">
          {(field) => (
            <InputNumber
              {...field}
              min={0}
              max={100}
              placeholder="not read"
              value={measured === null ? null : Math.round(readingOfFraction(measured))}
              onChange={(reading) =>
                onSkin({ measuredFraction: reading === null ? null : fractionOfReading(reading) })
              }
            />
          )}
        </Field>
        <Choice
          label="Tan on the area"
          words={TAN_WORDS}
          value={skin.tan ?? null}
          onChange={(tan) => onSkin({ tan })}
        />
        <Choice
          label="Freckles"
          words={{ no: 'none or few', yes: 'freckled' }}
          value={skin.freckled ? 'yes' : 'no'}
          onChange={(word) => onSkin({ freckled: word === 'yes' })}
        />
        <Choice
          label="Under the spots"
          words={SURFACE_WORDS}
          value={skin.surface ?? 'plain'}
          onChange={(surface) => onSkin({ surface })}
          hint={
            skin.surface === 'tattooed' ? 'Hair settings are never fired on a tattoo' : undefined
          }
        />
        <WorkingType site={site} looked={looked} />
      </section>
      <section>
        <h2>Hair</h2>
        <Choice
          label="Colour"
          words={HAIR_COLOUR_WORDS}
          value={hair.colour ?? null}
          onChange={(colour) => onHair({ colour })}
        />
        <Choice
          label="Calibre"
          words={CALIBRE_WORDS}
          value={hair.calibre ?? null}
          onChange={(calibre) => onHair({ calibre })}
          hint={
            hair.calibre === undefined
              ? undefined
              : `about ${CALIBRE_UM[hair.calibre]} µm; loses its heat in ${figure(thermalRelaxationMs('cylinder', CALIBRE_UM[hair.calibre]))} ms`
          }
        />
        <Choice
          label="Density"
          words={DENSITY_WORDS}
          value={hair.density ?? null}
          onChange={(density) => onHair({ density })}
        />
        <Field
          label="Size of the area"
          problem={looked.areaCm2 === null ? 'must be 1–5,000 cm²' : undefined}
        >
          {(field) => (
            <InputNumber
              {...field}
              suffix="cm²"
              min={1}
              max={5000}
              value={looked.areaCm2}
              onChange={(areaCm2) => onChange({ ...looked, areaCm2 })}
            />
          )}
        </Field>
      </section>
    </div>
  );
}

function WorkingType({ site, looked }: { site: SiteId; looked: Looked }) {
  const { type, tan } = looked.skin;
  if (type === undefined || tan === undefined) return null;
  const skin = { freckled: false, measuredFraction: null, ...looked.skin } as SkinFinding;
  const working = workingSkin({ site, skin });
  if (working.additions.length === 0) return null;
  return (
    <p>
      <strong>Planned as {skinTypeText(working.type)}</strong>:{' '}
      {working.additions.map((each) => ADDITION_WORDS[each]).join(', ')} on type{' '}
      {skinTypeText(type)}.
    </p>
  );
}

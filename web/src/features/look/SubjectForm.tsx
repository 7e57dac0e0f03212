import './look.css';
import type { SiteId } from '@tidy-quill/core/sites';
import { CALIBRE_UM } from '@tidy-quill/core/optics';
import {
  calibreOf,
  hairDiameterUm,
  workingSkin,
  type HairFinding,
  type SkinFinding,
} from '@tidy-quill/core/plan';
import { defined, thermalRelaxationMs } from '@tidy-quill/core/units';
import { InputNumber } from 'antd';
import type { ReactNode } from 'react';
import {
  ADDITION_WORDS,
  CALIBRE_WORDS,
  DENSITY_WORDS,
  figure,
  HAIR_COLOUR_WORDS,
  ROMAN,
  SKIN_TYPE_MEANING,
  skinTypeText,
  SURFACE_WORDS,
  TAN_WORDS,
} from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { FromLast } from './FromLast';

const TYPE_WORDS = Object.fromEntries(ROMAN.map((word, index) => [index + 1, word])) as Record<
  SkinFinding['type'],
  string
>;

/** Skin by one press each, and the type that is worked with. */
export function SkinForm({
  site,
  skin,
  onSkin,
  ofInk = false,
  asOn = null,
  byQuestions,
  melanin,
}: {
  site: SiteId;
  skin: Partial<SkinFinding>;
  onSkin: (skin: Partial<SkinFinding>) => void;
  /** Whether ink is what will be fired on. */
  ofInk?: boolean;
  /** The day of which it is shown; null where it is today's. */
  asOn?: string | null;
  /** A way to find the type by questions. */
  byQuestions?: ReactNode;
  /** How melanin is read. */
  melanin: ReactNode;
}) {
  return (
    <section>
      <h2>
        Skin <FromLast on={asOn} />
      </h2>
      <Choice
        label="Fitzpatrick type"
        words={TYPE_WORDS}
        value={skin.type ?? null}
        onChange={(type) => onSkin({ type })}
        hint={
          skin.type === undefined ? 'How this skin reacts to sun' : SKIN_TYPE_MEANING[skin.type]
        }
      />
      {byQuestions}
      {melanin}
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
      {ofInk ? null : (
        <Choice
          label="Under the spots"
          words={SURFACE_WORDS}
          value={skin.surface ?? 'plain'}
          onChange={(surface) => onSkin({ surface })}
          hint={
            skin.surface === 'tattooed' ? 'Hair settings are never fired on a tattoo' : undefined
          }
        />
      )}
      <WorkingType site={site} skin={skin} />
    </section>
  );
}

/** Hair by one press each; measured more closely where it can be. */
export function HairForm({
  hair,
  onHair,
  measured = false,
  asOn = null,
}: {
  hair: Partial<HairFinding>;
  onHair: (hair: Partial<HairFinding>) => void;
  /** Whether a diameter may be typed. */
  measured?: boolean;
  asOn?: string | null;
}) {
  const on = (more: Partial<HairFinding>) => onHair({ ...hair, ...more });
  const { calibre, diameterUm } = hair;
  const wide = calibre === undefined ? null : hairDiameterUm({ ...hair, calibre } as HairFinding);
  return (
    <section>
      <h2>
        Hair <FromLast on={asOn} />
      </h2>
      <Choice
        label="Colour"
        words={HAIR_COLOUR_WORDS}
        value={hair.colour ?? null}
        onChange={(colour) => on({ colour })}
      />
      <Choice
        label="Calibre"
        words={CALIBRE_WORDS}
        value={calibre ?? null}
        onChange={(next) => on({ calibre: next, diameterUm: undefined })}
        hint={
          wide === null
            ? undefined
            : `${diameterUm === undefined ? `about ${CALIBRE_UM[defined(calibre)]}` : diameterUm} µm; loses its heat in ${figure(thermalRelaxationMs('cylinder', wide))} ms`
        }
      />
      <Choice
        label="Density"
        words={DENSITY_WORDS}
        value={hair.density ?? null}
        onChange={(density) => on({ density })}
      />
      {measured ? (
        <div className="zone-sides">
          <Field label="Diameter, measured">
            {(field) => (
              <InputNumber
                {...field}
                suffix="µm"
                min={5}
                max={200}
                value={diameterUm ?? null}
                onChange={(value) =>
                  on(
                    value === null
                      ? { diameterUm: undefined }
                      : { diameterUm: value, calibre: calibreOf(value) },
                  )
                }
              />
            )}
          </Field>
        </div>
      ) : null}
    </section>
  );
}

/** The size of the area. */
export function SizeField({
  areaCm2,
  onArea,
}: {
  areaCm2: number | null;
  onArea: (areaCm2: number | null) => void;
}) {
  return (
    <Field label="Size of the area" problem={areaCm2 === null ? 'must be 1–5,000 cm²' : undefined}>
      {(field) => (
        <InputNumber {...field} suffix="cm²" min={1} max={5000} value={areaCm2} onChange={onArea} />
      )}
    </Field>
  );
}

function WorkingType({ site, skin }: { site: SiteId; skin: Partial<SkinFinding> }) {
  const { type, tan } = skin;
  if (type === undefined || tan === undefined) return null;
  const found = { freckled: false, measuredFraction: null, ...skin } as SkinFinding;
  const working = workingSkin({ site, skin: found });
  if (working.additions.length === 0) return null;
  return (
    <p>
      <strong>Planned as {skinTypeText(working.type)}</strong>:{' '}
      {working.additions.map((each) => ADDITION_WORDS[each]).join(', ')} on type{' '}
      {skinTypeText(type)}.
    </p>
  );
}

import { CALIBRE_UM } from '@tidy-quill/core/optics';
import type { HairFinding, SkinFinding } from '@tidy-quill/core/plan';
import { workingSkin } from '@tidy-quill/core/plan';
import { thermalRelaxationMs } from '@tidy-quill/core/units';
import { InputNumber } from 'antd';
import { useNavigate } from 'react-router';
import { useDraft } from '../../app/draft';
import {
  ADDITION_WORDS,
  CALIBRE_WORDS,
  DENSITY_WORDS,
  figure,
  HAIR_COLOUR_WORDS,
  ROMAN,
  SKIN_TYPE_MEANING,
  skinTypeText,
  TAN_WORDS,
} from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { StageFoot } from '../visit/StageFoot';
import { useOpenVisit } from '../visit/use-visit';

interface Looked {
  readonly skin: Partial<SkinFinding>;
  readonly hair: Partial<HairFinding>;
  readonly areaCm2: number | null;
}

const TYPE_WORDS = Object.fromEntries(ROMAN.map((word, index) => [index + 1, word])) as Record<
  SkinFinding['type'],
  string
>;

/** What is seen on the area: skin, tan, hair, size. */
export function LookStage() {
  const { record, visit, area, add } = useOpenVisit();
  const navigate = useNavigate();
  const [looked, setLooked, clearDraft, changed] = useDraft<Looked>(`look ${visit.id}`, {
    skin: record.findings?.skin ?? { freckled: false },
    hair: record.findings?.hair ?? {},
    areaCm2: record.findings?.areaCm2 ?? area.areaCm2,
  });
  const kept = record.findings !== null && !changed;
  const { skin, hair } = looked;
  const onSkin = (more: Partial<SkinFinding>) =>
    setLooked({ ...looked, skin: { ...skin, ...more } });
  const onHair = (more: Partial<HairFinding>) =>
    setLooked({ ...looked, hair: { ...hair, ...more } });
  const complete = isComplete(looked);
  const planning = `/visits/${visit.id}/plan`;
  const keep = async () => {
    if (!complete) return;
    const findings = {
      skin: skin as SkinFinding,
      hair: hair as HairFinding,
      areaCm2: looked.areaCm2!,
    };
    await add({ kind: 'findingsRecorded', findings });
    clearDraft();
    void navigate(planning);
  };
  return (
    <>
      <div className="stage look">
        <section>
          <h2>Skin</h2>
          <Choice
            label="Fitzpatrick type"
            words={TYPE_WORDS}
            value={skin.type ?? null}
            onChange={(type) => onSkin({ type })}
            hint={
              skin.type === undefined
                ? 'How this skin answers to sun'
                : SKIN_TYPE_MEANING[skin.type]
            }
          />
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
          <WorkingType skin={skin} />
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
        </section>
        <section>
          <h2>Area</h2>
          <Field
            label="Size today"
            problem={looked.areaCm2 === null ? 'must be 1–5,000 cm²' : undefined}
          >
            {(field) => (
              <InputNumber
                {...field}
                suffix="cm²"
                min={1}
                max={5000}
                value={looked.areaCm2}
                onChange={(areaCm2) => setLooked({ ...looked, areaCm2 })}
              />
            )}
          </Field>
          <p className="small">
            Cover moles and tattoos with white. Never fire on or through one in a hair session.
          </p>
        </section>
      </div>
      <StageFoot
        action={kept ? 'Go to Plan' : 'Keep findings, go to Plan'}
        disabled={!kept && !complete}
        onAction={() => (kept ? void navigate(planning) : void keep())}
      >
        {complete ? '' : 'Skin type, tan, hair colour, calibre and density are needed to plan.'}
        {record.plan !== null && changed ? ' Keeping this makes the accepted plan stale.' : ''}
      </StageFoot>
    </>
  );
}

function WorkingType({ skin }: { skin: Partial<SkinFinding> }) {
  const { area } = useOpenVisit();
  if (skin.type === undefined || skin.tan === undefined) return null;
  const working = workingSkin({ site: area.site, skin: skin as SkinFinding });
  if (working.type === skin.type) return null;
  return (
    <p>
      <strong>Planned as {skinTypeText(working.type)}</strong>:{' '}
      {working.additions.map((each) => ADDITION_WORDS[each]).join(', ')} on type{' '}
      {skinTypeText(skin.type)}.
    </p>
  );
}

function isComplete({ skin, hair, areaCm2 }: Looked): boolean {
  const needed = [skin.type, skin.tan, hair.colour, hair.calibre, hair.density];
  return needed.every((each) => each !== undefined) && areaCm2 !== null;
}

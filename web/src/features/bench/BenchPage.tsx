import './bench.css';
import { SITE_IDS, SITES, type SiteId } from '@tidy-quill/core/sites';
import {
  centralWavelengthNm,
  type PlanCase,
  type Proposals,
  type Setting,
  type SkinFinding,
} from '@tidy-quill/core/plan';
import { InputNumber, Select, Skeleton } from 'antd';
import { useMemo, useState } from 'react';
import { defined } from '@tidy-quill/core/units';
import { problemText, useCatalogueQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { useDraft } from '../../app/draft';
import { dayOf, SITE_WORDS } from '../../text';
import { Field } from '../../widgets/Field';
import { PageProblem } from '../../widgets/PageProblem';
import { CAUTION_SHORT } from '../auth/caution';
import { completeFindings, type Looked } from '../look/findings';
import { HairForm, SizeField, SkinForm } from '../look/SubjectForm';
import { fractionOfReading, readingOfFraction } from '../../instruments/melanin-meter';
import { BenchCompare } from './BenchCompare';
import { Planner } from '../plan/Planner';
import { Proposed } from '../plan/Proposed';

interface OnBench extends Looked {
  readonly site: SiteId;
}

const FIRST: OnBench = {
  site: 'upperArm',
  skin: { type: 2, tan: 'none', freckled: false, measuredFraction: null },
  hair: { colour: 'darkBrown', calibre: 'coarse', density: 'medium' },
  areaCm2: SITES.upperArm.typicalAreaCm2,
};

/** The planner without a client: try skin, hair, handpiece and setting against one another. */
export function BenchPage() {
  const { clinic } = useSignedIn();
  const { data: catalogue, error, refetch } = useCatalogueQuery();
  const [bench, setBench] = useDraft<OnBench>('bench', FIRST);
  const today = dayOf(new Date().toISOString(), clinic.timeZone);
  const plan = useMemo((): PlanCase | null => {
    const findings = completeFindings(bench);
    if (catalogue === undefined || findings === null) return null;
    const { handpieces, protocol } = catalogue;
    return {
      subject: { site: bench.site, ...findings, history: [] },
      handpieces,
      protocol,
      today,
    };
  }, [bench, catalogue, today]);
  if (error !== undefined) {
    return (
      <PageProblem title="The bench cannot be shown" text={problemText(error)} onRetry={refetch} />
    );
  }
  const measured = bench.skin.measuredFraction ?? null;
  const onSkin = (skin: Partial<SkinFinding>) =>
    setBench({ ...bench, skin: { ...bench.skin, ...skin } });
  const onSite = (site: SiteId) =>
    setBench({ ...bench, site, areaCm2: SITES[site].typicalAreaCm2 });
  return (
    <div className="visit-layout">
      <aside className="client-summary bench-subject" aria-label="Skin and hair to plan for">
        <header>
          <h1>Bench</h1>
          <p>Plan without a client. Nothing here is recorded.</p>
        </header>
        <Field label="Site">
          {({ id }) => (
            <Select
              id={id}
              className="wide"
              showSearch={{ optionFilterProp: 'label' }}
              value={bench.site}
              options={SITE_IDS.map((each) => ({ value: each, label: SITE_WORDS[each] }))}
              onChange={onSite}
            />
          )}
        </Field>
        <SkinForm
          site={bench.site}
          skin={bench.skin}
          onSkin={onSkin}
          melanin={
            <Field label="Melanin reading on the area, 0–100">
              {(field) => (
                <InputNumber
                  {...field}
                  min={0}
                  max={100}
                  placeholder="not read"
                  value={measured === null ? null : Math.round(readingOfFraction(measured))}
                  onChange={(reading) =>
                    onSkin({
                      measuredFraction: reading === null ? null : fractionOfReading(reading),
                    })
                  }
                />
              )}
            </Field>
          }
        />
        <HairForm hair={bench.hair} onHair={(hair) => setBench({ ...bench, hair })} measured />
        <SizeField areaCm2={bench.areaCm2} onArea={(areaCm2) => setBench({ ...bench, areaCm2 })} />
      </aside>
      <section className="stage-column bench-plan" aria-label="What would be used">
        {plan === null ? (
          <Skeleton active />
        ) : (
          <Proposed plan={plan}>
            {(proposals) => <OnTheBench plan={plan} proposals={proposals} />}
          </Proposed>
        )}
      </section>
    </div>
  );
}

function OnTheBench({ plan, proposals }: { plan: PlanCase; proposals: Proposals }) {
  // It holds while the subject changes, so that one sees what that does to it; what bars it is said.
  const [setting, setChosen] = useState<Setting>(defined(proposals.proposals[0]).setting);
  return (
    <Planner
      plan={plan}
      proposals={proposals}
      setting={setting}
      onChange={setChosen}
      aside={(evaluation, handpiece, isFresh) => (
        <BenchCompare
          handpieces={plan.handpieces}
          isFresh={isFresh}
          now={{
            subject: plan.subject,
            setting,
            wavelengthNm: centralWavelengthNm(handpiece.light),
            evaluation,
          }}
        />
      )}
      foot={() => <p className="small">{CAUTION_SHORT}</p>}
    />
  );
}

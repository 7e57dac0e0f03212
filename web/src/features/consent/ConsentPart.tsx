import type { Consent } from '@tidy-quill/contract/consent';
import { CONSENT_KINDS, type ConsentKind } from '@tidy-quill/core/consent';
import { Button } from 'antd';
import { useNavigate } from 'react-router';
import { areaText, CONSENT_KIND_WORDS, CONSENT_STATE_WORDS, dayText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { SignedConsents } from './SignedConsents';
import { lazily } from '../../widgets/lazily';
import { useSearch } from '../../app/use-search';

const ConsentForm = lazily(async () => (await import('./ConsentForm')).ConsentForm);

/** The consents of a visit: to treatment, without which nothing is fired, and to photographs, apart. */
export function ConsentPart() {
  const { area, client, consents, consent, consented, pathOf } = useVisit(
    'area',
    'client',
    'consents',
    'consent',
    'consented',
    'pathOf',
  );
  const navigate = useNavigate();
  // What is being signed stands in the address: a link leads to it, Back leads from it.
  const [search, setSearch] = useSearch();
  const asked = CONSENT_KINDS.find((kind) => kind === search.get('sign'));
  const signing = asked === 'photographs' || asked === area.job ? asked : undefined;
  const setSigning = (kind: ConsentKind) =>
    setSearch((before) => {
      before.set('sign', kind);
      return before;
    });
  const signed = () =>
    setSearch(
      (before) => {
        before.delete('sign');
        return before;
      },
      { replace: true },
    );
  if (signing !== undefined) {
    return <ConsentForm clientId={client.id} area={area} kind={signing} onDone={signed} />;
  }
  const own = consents.filter(({ areaId }) => areaId === area.id);
  return (
    <>
      <div className="stage">
        <Notice
          kind={consented ? 'info' : 'stop'}
          title={`${CONSENT_KIND_WORDS[area.job]}: ${CONSENT_STATE_WORDS[consent.state]}`}
        >
          <p>
            {consent.state === 'valid'
              ? `For ${areaText(area)}, signed ${dayText(consent.consent.signedOn)}, holds until ${dayText(consent.consent.validUntil)}.`
              : `No treatment on ${areaText(area)} without it. Skin and hair may be looked at and planned meanwhile.`}
          </p>
        </Notice>
        <div className="page-actions">
          {consented ? <Button onClick={() => setSigning(area.job)}>Sign again</Button> : null}
          <Button onClick={() => setSigning('photographs')}>Photographs: read and sign</Button>
        </div>
        <SignedConsents consents={own satisfies readonly Consent[]} clientId={client.id} />
      </div>
      <StageFoot
        action={consented ? 'Go to Look' : 'Read and sign'}
        onAction={() => (consented ? void navigate(pathOf('look')) : setSigning(area.job))}
      >
        Photographs are asked for by themselves; treatment does not depend on them.
      </StageFoot>
    </>
  );
}

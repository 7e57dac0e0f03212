import type { Consent } from '@tidy-quill/contract/consent';
import type { ConsentKind } from '@tidy-quill/core/consent';
import { Button } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { areaText, CONSENT_KIND_WORDS, CONSENT_STATE_WORDS, dayText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { ConsentForm } from './ConsentForm';
import { SignedConsents } from './SignedConsents';

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
  const [signing, setSigning] = useState<ConsentKind | null>(null);
  if (signing !== null) {
    return (
      <ConsentForm
        clientId={client.id}
        area={area}
        kind={signing}
        onDone={() => setSigning(null)}
      />
    );
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

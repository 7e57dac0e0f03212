import type { Signature } from '@tidy-quill/contract/consent';
import type { TrialOpened } from '@tidy-quill/contract/trials';
import type { SiteId } from '@tidy-quill/core/sites';
import { Select } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { problemText, useClientQuery, useClientsQuery } from '../../app/api';
import { SITE_WORDS } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { Field } from '../../widgets/Field';
import { SignaturePad } from '../consent/SignaturePad';
import { useEnrolMutation } from './trials-api';

/** Takes a client in: who, which pair of areas, what they read, and their signature. */
export function EnrolDialog({ trial, onClose }: { trial: TrialOpened; onClose: () => void }) {
  const [id] = useState(() => v7());
  const [text, setText] = useState('');
  const [clientId, setClientId] = useState<string | null>(null);
  const [site, setSite] = useState<string | null>(null);
  const [signature, setSignature] = useState<Signature | null>(null);
  const found = useClientsQuery({ text, page: 1 });
  const pairs = usePairs(trial, clientId);
  const pair = pairs?.find((each) => each.site === site) ?? pairs?.[0] ?? null;
  const [enrol, { error, isLoading }] = useEnrolMutation();
  const save = async () => {
    if (clientId === null || pair === null || signature === null) return;
    const { leftAreaId, rightAreaId } = pair;
    const result = await enrol({
      ...{ trialId: trial.id, id, clientId, leftAreaId, rightAreaId, signature },
    });
    if (result.error === undefined) onClose();
  };
  return (
    <Dialog
      open
      width={640}
      title="Take a client in"
      okText="Save the consent"
      okButtonProps={{ disabled: pair === null || signature === null }}
      confirmLoading={isLoading}
      onOk={() => void save()}
      onCancel={onClose}
    >
      <Field label="Client">
        {(field) => (
          <Select
            {...field}
            showSearch={{ filterOption: false, onSearch: setText }}
            placeholder="name or reference"
            loading={found.isFetching}
            value={clientId}
            options={(found.currentData?.clients ?? []).map((client) => ({
              value: client.id,
              label: `${client.givenName} ${client.familyName}, ${client.reference}`,
            }))}
            onChange={(chosen: string) => {
              setClientId(chosen);
              setSite(null);
            }}
          />
        )}
      </Field>
      {pairs === null ? null : pairs.length === 0 ? (
        <p className="field-error" role="alert">
          This client has no left and right area of one of the trial’s sites. Add both on the
          client’s page first.
        </p>
      ) : (
        <Field label="Areas">
          {(field) => (
            <Select
              {...field}
              value={pair?.site ?? null}
              options={pairs.map((each) => ({
                value: each.site,
                label: `left and right ${SITE_WORDS[each.site as SiteId]}`,
              }))}
              onChange={setSite}
            />
          )}
        </Field>
      )}
      <blockquote className="trial-information">{trial.design.information}</blockquote>
      <SignaturePad label="Client, who has read this" onChange={setSignature} />
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
    </Dialog>
  );
}

/** Left and right areas of a client at the trial's sites; null while nobody is chosen. */
function usePairs({ design }: TrialOpened, clientId: string | null) {
  const { currentData } = useClientQuery(clientId ?? '', { skip: clientId === null });
  if (clientId === null || currentData === undefined) return null;
  const of = (site: string, side: string) =>
    currentData.areas.find((area) => area.site === site && area.side === side);
  return design.sites.flatMap((site) => {
    const [left, right] = [of(site, 'left'), of(site, 'right')];
    return left === undefined || right === undefined
      ? []
      : [{ site: site as string, leftAreaId: left.id, rightAreaId: right.id }];
  });
}

import './consent.css';
import type { Area } from '@tidy-quill/contract/clients';
import type { ConsentToRead, Signature } from '@tidy-quill/contract/consent';
import { languageText, nativeName } from '@tidy-quill/contract/labels/clients';
import { PHOTO_USES, type ConsentKind, type PhotoUse } from '@tidy-quill/core/consent';
import { Checkbox, Segmented, Skeleton } from 'antd';
import { Input, TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { v7 } from 'uuid';
import { defined } from '@tidy-quill/core/units';
import { problemText, useConsentToReadQuery, useSignConsentMutation } from '../../app/api';
import { countText } from '../../text';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { PageProblem } from '../../widgets/PageProblem';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { SignaturePad } from './SignaturePad';

/** Reading, asking and signing, in that order; what is kept is what was read. */
export function ConsentForm({
  clientId,
  area,
  kind,
  onDone,
}: {
  clientId: string;
  area: Area;
  kind: ConsentKind;
  onDone: () => void;
}) {
  /** Null for the client’s own. */
  const [language, setLanguage] = useState<string | null>(null);
  const { data, error, refetch } = useConsentToReadQuery(
    { clientId, areaId: area.id, kind, language },
    { refetchOnMountOrArgChange: true },
  );
  if (error !== undefined) {
    return (
      <PageProblem
        title="The consent cannot be shown"
        text={problemText(error)}
        onRetry={() => void refetch()}
      />
    );
  }
  if (data === undefined) return <Skeleton active paragraph={{ rows: 8 }} />;
  return (
    <ReadAndSign
      key={data.digest}
      clientId={clientId}
      areaId={area.id}
      kind={kind}
      text={data}
      language={language}
      onLanguage={setLanguage}
      onDone={onDone}
      onReadAgain={() => void refetch()}
    />
  );
}

interface Signed {
  readonly client: Signature | null;
  readonly guardian: Signature | null;
  readonly technician: Signature | null;
}

function ReadAndSign({
  clientId,
  areaId,
  kind,
  text,
  language,
  onLanguage,
  onDone,
  onReadAgain,
}: {
  clientId: string;
  areaId: string;
  kind: ConsentKind;
  text: ConsentToRead;
  language: string | null;
  onLanguage: (language: string) => void;
  onDone: () => void;
  onReadAgain: () => void;
}) {
  const { suitability, suitabilityCase } = useVisit('suitability', 'suitabilityCase');
  const minor = suitabilityCase.age < suitability.content.ages.alone;
  const [id] = useState(() => v7());
  const [uses, setUses] = useState<readonly PhotoUse[]>([]);
  const [asked, setAsked] = useState('');
  const [interpreter, setInterpreter] = useState('');
  const [read, setRead] = useState(false);
  const [guardian, setGuardian] = useState({ name: '', relation: '' });
  const [signed, setSigned] = useState<Signed>({ client: null, guardian: null, technician: null });
  const [sign, { isLoading, error }] = useSignConsentMutation();
  const sets = (who: keyof Signed) => (signature: Signature | null) =>
    setSigned((before) => ({ ...before, [who]: signature }));
  const guarded =
    !minor ||
    (signed.guardian !== null && guardian.name.trim() !== '' && guardian.relation.trim() !== '');
  const missing = [
    text.uses !== null && uses.length === 0 ? 'a use' : null,
    text.lacking !== null && interpreter.trim() === '' ? 'who interpreted' : null,
    read ? null : 'that it was read',
    signed.client === null ? 'the client’s signature' : null,
    guarded ? null : 'the guardian’s name, relation and signature',
    signed.technician === null ? 'your signature' : null,
  ].filter((each) => each !== null);
  const keep = async () => {
    const result = await sign({
      id,
      clientId,
      areaId,
      kind,
      uses: [...uses],
      asked,
      language,
      interpreter,
      digest: text.digest,
      client: defined(signed.client),
      guardian: minor ? { ...guardian, signature: defined(signed.guardian) } : null,
      technician: defined(signed.technician),
    });
    if (result.error === undefined) onDone();
    else if ((result.error as { status?: unknown }).status === 409) onReadAgain();
  };
  return (
    <>
      <div className="stage consent">
        <article className="consent-text" lang={text.language ?? 'en'}>
          {text.languages.length < 2 ? null : (
            <Segmented
              aria-label="Language of this text"
              className="consent-language"
              value={language ?? text.languages[0] ?? ''}
              options={text.languages.map((code) => ({ value: code, label: nativeName(code) }))}
              onChange={onLanguage}
            />
          )}
          {text.lacking === null ? null : (
            <Notice
              kind="care"
              title={`This consent is not there in ${languageText(text.lacking)}`}
            >
              <p>
                Have it read out by an interpreter and name them below, or wait until the clinic has
                it translated. Nobody signs what they cannot read or follow.
              </p>
            </Notice>
          )}
          <h2>{text.title}</h2>
          {text.paragraphs.map((paragraph) => (
            <p key={paragraph}>{paragraph}</p>
          ))}
          {text.expectations === undefined ? null : (
            <>
              <h3>{text.headings.expect}</h3>
              <ul>
                {text.expectations.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </>
          )}
          {text.risks.length === 0 ? null : (
            <>
              <h3>{text.headings.risks}</h3>
              <ul>
                {text.risks.map(({ text: risk, raised }) => (
                  <li key={risk}>
                    {risk}
                    {raised ? <strong> {text.headings.likelier}</strong> : null}
                  </li>
                ))}
              </ul>
            </>
          )}
          {text.uses === null ? null : (
            <Checkbox.Group
              className="consent-uses"
              value={[...uses]}
              options={PHOTO_USES.map((use) => ({ value: use, label: defined(text.uses)[use] }))}
              onChange={(list) => setUses(list)}
            />
          )}
        </article>
        <section className="consent-signing">
          <Field label="Asked by the client, and what was said">
            {(field) => (
              <TextArea
                {...field}
                rows={2}
                maxLength={1000}
                value={asked}
                onChange={(event) => setAsked(event.target.value)}
              />
            )}
          </Field>
          {text.lacking === null ? null : (
            <Field label="Interpreter, who read it out">
              {(field) => (
                <Input
                  {...field}
                  maxLength={120}
                  value={interpreter}
                  onChange={(event) => setInterpreter(event.target.value)}
                />
              )}
            </Field>
          )}
          <Checkbox checked={read} onChange={(event) => setRead(event.target.checked)}>
            The client has read it, or had it read out, and has no more questions
          </Checkbox>
          <SignaturePad label={`Client, ${text.clientName}`} onChange={sets('client')} />
          {minor ? (
            <>
              <Field label="Guardian’s full name">
                {(field) => (
                  <Input
                    {...field}
                    value={guardian.name}
                    onChange={(event) => setGuardian({ ...guardian, name: event.target.value })}
                  />
                )}
              </Field>
              <Field label="Relation to the client">
                {(field) => (
                  <Input
                    {...field}
                    value={guardian.relation}
                    onChange={(event) => setGuardian({ ...guardian, relation: event.target.value })}
                  />
                )}
              </Field>
              <SignaturePad label="Guardian" onChange={sets('guardian')} />
            </>
          ) : null}
          <SignaturePad label="Technician" onChange={sets('technician')} />
        </section>
      </div>
      <StageFoot
        action="Sign and keep"
        busy={isLoading}
        disabled={missing.length > 0}
        onAction={() => void keep()}
      >
        <span role="status">
          {missing.length > 0
            ? `Still needed: ${missing.join(', ')}.`
            : `Holds for ${countText(text.validMonths, 'month')}, for this area; may be withdrawn at any moment.`}
        </span>
        {error === undefined ? null : (
          <p className="field-error" role="alert">
            {problemText(error)}
          </p>
        )}
      </StageFoot>
    </>
  );
}

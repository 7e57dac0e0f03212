import './languages.css';
import {
  languageText,
  LANGUAGES,
  nativeName,
  TEXT_PART_WORDS,
} from '@tidy-quill/contract/labels/clients';
import type { LanguageListed, PartTranslated } from '@tidy-quill/contract/translations';
import { TEXT_PARTS } from '@tidy-quill/core/client-texts';
import { Select, Skeleton } from 'antd';
import { Link, useNavigate } from 'react-router';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { countText } from '../../text';
import { Field } from '../../widgets/Field';
import { PageProblem } from '../../widgets/PageProblem';
import { useLanguagesQuery, useSetLanguageMutation } from './languages-api';

/** In which languages clients read what the clinic writes, and what is still to be translated. */
export function LanguagesPage() {
  const { staff } = useSignedIn();
  const navigate = useNavigate();
  const { data, error, refetch } = useLanguagesQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  const [setLanguage, setting] = useSetLanguageMutation();
  if (error !== undefined) {
    return (
      <PageProblem
        title="The languages cannot be shown"
        text={problemText(error)}
        onRetry={refetch}
      />
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  const known = data.languages.map(({ code }) => code);
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Languages of clients</h1>
          <p>
            <Link to="/clinic">Clinic</Link> · A client reads their own language where all of a part
            is translated and approved; until then they read {languageText(data.language)}, and the
            desk is told before the visit.
          </p>
        </div>
      </header>
      <div className="language-choices">
        <Field label="The clinic’s own texts are written in">
          {(field) => (
            <Select
              {...field}
              showSearch={{ optionFilterProp: 'label' }}
              disabled={staff.role !== 'owner'}
              value={data.language}
              options={[...LANGUAGES]}
              onChange={(code) => void setLanguage(code)}
            />
          )}
        </Field>
        {staff.role === 'technician' ? null : (
          <Field label="Add a language">
            {(field) => (
              <Select<string>
                {...field}
                showSearch={{ optionFilterProp: 'label' }}
                placeholder="Choose"
                value={null}
                options={LANGUAGES.filter(
                  ({ value }) => !known.includes(value) && value !== data.language,
                )}
                onChange={(code) => void navigate(`/clinic/languages/${code}/questions`)}
              />
            )}
          </Field>
        )}
      </div>
      {setting.error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(setting.error)}
        </p>
      )}
      {data.languages.length === 0 ? (
        <section className="empty">
          <h2>No other language yet</h2>
          <p>
            Every client reads {languageText(data.language)}. A client’s language is set on their
            page; add one here to have the texts translated.
          </p>
        </section>
      ) : (
        <LanguageTable languages={data.languages} />
      )}
    </div>
  );
}

function LanguageTable({ languages }: { languages: readonly LanguageListed[] }) {
  return (
    <table className="data-table language-table">
      <thead>
        <tr>
          <th scope="col">Language</th>
          {TEXT_PARTS.map((part) => (
            <th key={part} scope="col">
              {TEXT_PART_WORDS[part]}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {languages.map(({ code, clients, parts }) => (
          <tr key={code}>
            <th scope="row">
              {languageText(code)}
              <span className="quiet">
                {nativeName(code)}, {countText(clients, 'client')}
              </span>
            </th>
            {parts.map((part) => (
              <td key={part.part}>
                <Link to={`/clinic/languages/${code}/${part.part}`}>
                  {stateOf(part)}
                  <span className="visually-hidden">
                    {' '}
                    {languageText(code)}, {TEXT_PART_WORDS[part.part]}
                  </span>
                </Link>
                <span className="quiet">{moreOf(part)}</span>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function stateOf({ needed, missing, changed, inForce }: PartTranslated): string {
  if (needed === 0) return 'as written';
  if (inForce === null) return 'not translated';
  if (missing.length + changed.length === 0) return `version ${inForce} in force`;
  return `${countText(missing.length + changed.length, 'text')} outdated`;
}

const moreOf = ({ needed, inForce, draft }: PartTranslated): string =>
  [
    ...(inForce === null && needed > 0 ? [countText(needed, 'text')] : []),
    ...(draft === null ? [] : [`version ${draft} waits for approval`]),
  ].join(', ');

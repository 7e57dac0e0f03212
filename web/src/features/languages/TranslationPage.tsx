import '../catalogue/catalogue.css';
import './languages.css';
import { languageText, TEXT_PART_WORDS } from '@tidy-quill/contract/labels/clients';
import { read as readIn } from '@tidy-quill/contract/problem';
import {
  TranslationAsked,
  translationOf,
  type TranslationOpened,
} from '@tidy-quill/contract/translations';
import type { CatalogueVersion } from '@tidy-quill/contract/catalogue';
import { TEXT_PARTS, type TextPart } from '@tidy-quill/core/client-texts';
import { Skeleton } from 'antd';
import { useState } from 'react';
import { Link, NavLink, useParams } from 'react-router';
import { problemText, useVersionsQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { useDraft } from '../../app/draft';
import { PageProblem } from '../../widgets/PageProblem';
import { KeepVersion } from '../catalogue/KeepVersion';
import { RowsToRead } from '../catalogue/RowsToRead';
import { VersionChanges } from '../catalogue/VersionChanges';
import { VersionList } from '../catalogue/VersionList';
import { useTranslationQuery } from './languages-api';
import type { Translated } from './translation-file';
import { TranslationFiles } from './TranslationFiles';
import { TranslationRows } from './TranslationRows';

/** One part of the texts in one language: each text beside its translation, kept and approved in versions. */
export function TranslationPage() {
  const asked = readIn(TranslationAsked, useParams());
  if (!asked.ok) {
    return (
      <div className="page">
        <section className="empty">
          <h1>There is no such language</h1>
          <p>
            <Link to="/clinic/languages">All languages</Link>
          </p>
        </section>
      </div>
    );
  }
  const { language, part } = asked.value;
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>
            {TEXT_PART_WORDS[part]} in {languageText(language)}
          </h1>
          <p>
            <Link to="/clinic/languages">Languages</Link> · What stands in braces, as {'{name}'}, is
            filled in later: keep it in every translation.
          </p>
        </div>
        <nav className="page-actions" aria-label="Part of the texts">
          {TEXT_PARTS.map((each) => (
            <NavLink key={each} className="tab-link" to={`/clinic/languages/${language}/${each}`}>
              {TEXT_PART_WORDS[each]}
            </NavLink>
          ))}
        </nav>
      </header>
      <Opened key={translationOf(language, part)} language={language} part={part} />
    </div>
  );
}

interface Asked {
  readonly language: string;
  readonly part: TextPart;
}

function Opened({ language, part }: Asked) {
  const about = translationOf(language, part);
  const options = { refetchOnMountOrArgChange: true };
  const opened = useTranslationQuery({ language, part }, options);
  const versions = useVersionsQuery({ kind: 'translation', about }, options);
  const error = opened.error ?? versions.error;
  if (error !== undefined) {
    return (
      <PageProblem
        title="The translation cannot be shown"
        text={problemText(error)}
        onRetry={() => void Promise.all([opened.refetch(), versions.refetch()])}
      />
    );
  }
  if (opened.data === undefined || versions.data === undefined) return <Skeleton active />;
  if (opened.data.sources.length === 0) {
    return (
      <section className="empty">
        <h2>Nothing to translate</h2>
        <p>These texts are written in {languageText(language)} already.</p>
      </section>
    );
  }
  return (
    <Editor
      key={opened.data.newestNumber}
      language={language}
      part={part}
      opened={opened.data}
      versions={versions.data}
    />
  );
}

interface Draft {
  readonly basedOn: number;
  readonly texts: Translated;
}

/** Rows that were read of a version that nobody has approved. */
interface Ticked {
  readonly versionId: string;
  readonly read: readonly string[];
}

function Editor({
  language,
  part,
  opened,
  versions,
}: Asked & { opened: TranslationOpened; versions: readonly CatalogueVersion[] }) {
  const about = translationOf(language, part);
  const mayEdit = useSignedIn().staff.role !== 'technician';
  const [draft, setDraft, clearDraft, changed] = useDraft<Draft>(`translation ${about}`, {
    basedOn: opened.newestNumber,
    texts: opened.newest?.texts ?? {},
  });
  const [shown, setShown] = useState<number | null>(null);
  const [newest] = versions;
  const approved = versions.find(({ approvedAt }) => approvedAt !== null);
  const looked = versions.find(({ number }) => number === shown) ?? newest;
  // What was read of one version says nothing of another.
  const [ticked, setTicked] = useDraft<Ticked>(`read ${about}`, { versionId: '', read: [] });
  const read = ticked.versionId === newest?.id ? ticked.read : [];
  // The first version in a language is read whole before it holds, as every document of the clinic's is.
  const toRead = approved === undefined && !changed ? newest : undefined;
  const change = (texts: Translated) => setDraft({ basedOn: draft.basedOn, texts });
  return (
    <div className="catalogue">
      <div>
        {mayEdit ? null : (
          <p className="quiet">Supervisor and owner translate; a supervisor approves.</p>
        )}
        {changed ? (
          <KeepVersion
            basedOn={draft.basedOn}
            made={{
              kind: 'translation',
              content: { language, part, texts: written(draft.texts) },
            }}
            onKept={() => {
              clearDraft();
              setShown(null);
            }}
            onDrop={clearDraft}
          />
        ) : null}
        {toRead === undefined ? null : (
          <RowsToRead
            version={toRead}
            read={read}
            onRead={(rows) => setTicked({ versionId: toRead.id, read: rows })}
          />
        )}
        {looked !== undefined && approved !== undefined && looked.approvedAt === null ? (
          <VersionChanges draft={looked} inForce={approved} />
        ) : null}
        {mayEdit ? (
          <TranslationFiles
            name={`${part}-${language}.csv`}
            sources={opened.sources}
            translated={draft.texts}
            onTake={(taken) => change({ ...draft.texts, ...taken })}
          />
        ) : null}
        <TranslationRows
          language={language}
          sources={opened.sources}
          translated={draft.texts}
          editable={mayEdit}
          onChange={change}
        />
      </div>
      {versions.length === 0 ? null : (
        <VersionList
          versions={versions}
          inForce={approved?.number ?? 0}
          shown={looked?.number ?? 0}
          read={approved === undefined ? read : null}
          onShow={setShown}
        />
      )}
    </div>
  );
}

const written = (texts: Translated): Translated =>
  Object.fromEntries(Object.entries(texts).filter(([, { text }]) => text.trim() !== ''));

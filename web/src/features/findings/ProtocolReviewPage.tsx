import './findings.css';
import type { CatalogueVersion } from '@tidy-quill/contract/catalogue';
import type { RowReviewed } from '@tidy-quill/contract/findings';
import { intervalText, proposalText, shareText } from '@tidy-quill/contract/labels/findings';
import { hasRight } from '@tidy-quill/core/access';
import {
  FEWEST_SESSIONS,
  proportion,
  withProposal,
  type RowProposal,
} from '@tidy-quill/core/findings';
import { inkProtocolOf } from '@tidy-quill/core/ink';
import type { Protocol } from '@tidy-quill/core/plan';
import { Button, Skeleton } from 'antd';
import { useNavigate } from 'react-router';
import { problemText, useVersionsQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import {
  countText,
  CALIBRE_WORDS,
  figure,
  INK_COLOUR_WORDS,
  sentence,
  skinTypeText,
  TECHNIQUE_WORDS,
} from '../../text';
import { PageProblem } from '../../widgets/PageProblem';
import { useVersionDraft } from '../catalogue/version-draft';
import { FindingsTabs } from './FindingsTabs';
import { useProtocolReviewQuery } from './findings-api';

/** Each row of the protocol with what was really used of it, and what its record speaks for. */
export function ProtocolReviewPage() {
  const { staff } = useSignedIn();
  const mayRead = hasRight(staff.role, 'readFindings');
  const { data, error, refetch } = useProtocolReviewQuery(undefined, {
    refetchOnMountOrArgChange: true,
    skip: !mayRead,
  });
  if (!mayRead) {
    return (
      <PageProblem
        title="The protocol’s review is for supervisor and owner"
        text="Ask one of them what the record speaks for."
      />
    );
  }
  if (error !== undefined) {
    return (
      <div className="page findings">
        <FindingsTabs />
        <PageProblem
          title="The protocol cannot be reviewed"
          text={problemText(error)}
          onRetry={() => void refetch()}
        />
      </div>
    );
  }
  if (data === undefined) return <Skeleton active className="page" />;
  const { rows, number, harmShare, withoutRow } = data;
  const used = rows.filter(({ use }) => use !== null);
  return (
    <div className="page findings">
      <header className="page-head">
        <div>
          <h1>Protocol review</h1>
          <p>
            Protocol version {number}, row by row, with every session that it would speak of today.
            A change is proposed where the record is beyond chance; it opens as a draft, and comes
            into force only when a supervisor approves it.
          </p>
        </div>
      </header>
      <FindingsTabs />
      <p className="quiet">
        Proposals need {FEWEST_SESSIONS} sessions of at least five clients. Harm is held against the
        chance that the clinic takes, {figure(harmShare * 100)} %.
        {withoutRow === 0
          ? ''
          : ` ${countText(withoutRow, 'session')} used a setting that no row of today speaks of.`}
      </p>
      {used.length === 0 ? (
        <section className="empty">
          <h2>No row has enough sessions yet</h2>
          <p>A row is shown once five clients were treated by it.</p>
        </section>
      ) : (
        <table className="data-table is-still">
          <thead>
            <tr>
              <th scope="col">Row</th>
              <th scope="col" className="is-figure">
                Allowed, J/cm²
              </th>
              <th scope="col" className="is-figure">
                Began → ended, median
              </th>
              <th scope="col" className="is-figure">
                Sessions
              </th>
              <th scope="col" className="is-figure">
                No endpoint at first
              </th>
              <th scope="col" className="is-figure">
                Too strong
              </th>
              <th scope="col" className="is-figure">
                Harm (95 %)
              </th>
              <th scope="col">Proposal</th>
            </tr>
          </thead>
          <tbody>
            {used.map((each) => (
              <ReviewRow key={`${each.row.job} ${each.row.id}`} of={each} />
            ))}
          </tbody>
        </table>
      )}
      {rows.length > used.length ? (
        <p className="quiet">
          {countText(rows.length - used.length, 'row')} of which fewer than five clients were
          treated: not shown.
        </p>
      ) : null}
    </div>
  );
}

function ReviewRow({ of: { row, use, proposal } }: { of: RowReviewed }) {
  if (use === null) return null;
  const harm = proportion(use.adverse, use.sessions);
  return (
    <tr>
      <th scope="row">
        {rowText(row)}
        <span className="quiet">{rowMore(row)}</span>
      </th>
      <td className="is-figure figures">
        {figure(row.fluenceJcm2.low)}–{figure(row.fluenceJcm2.high)}
      </td>
      <td className="is-figure figures">
        {use.startJcm2 === null ? '–' : figure(use.startJcm2)} →{' '}
        {use.endJcm2 === null ? '–' : figure(use.endJcm2)}
      </td>
      <td className="is-figure figures">
        {use.sessions}
        <span className="quiet">
          {use.clients === null ? 'many clients' : countText(use.clients, 'client')}
        </span>
      </td>
      <td className="is-figure figures">
        {use.startNone} of {use.startRead}
      </td>
      <td className="is-figure figures">{use.strong}</td>
      <td className="is-figure figures">
        {use.adverse}
        <span className="quiet">
          {harm === null ? '' : `${shareText(harm)} (${intervalText(harm)})`}
        </span>
      </td>
      <td>
        {proposal === null ? (
          <span className="quiet">none</span>
        ) : (
          <>
            <p>{proposalText(proposal)}</p>
            <OpenAsDraft row={row} proposal={proposal} />
          </>
        )}
      </td>
    </tr>
  );
}

/** Puts a proposal into the protocol's newest version as an open change, with what speaks for it as its reason. */
function OpenAsDraft({ row, proposal }: { row: Row; proposal: RowProposal }) {
  const { data } = useVersionsQuery({ kind: 'protocol' });
  const [newest] = data ?? [];
  return newest === undefined ? null : (
    <DraftButton newest={newest} row={row} proposal={proposal} />
  );
}

function DraftButton({
  newest,
  row,
  proposal,
}: {
  newest: CatalogueVersion;
  row: Row;
  proposal: RowProposal;
}) {
  const navigate = useNavigate();
  const { staff } = useSignedIn();
  const [draft, setDraft] = useVersionDraft('protocol', newest);
  if (!hasRight(staff.role, 'draft')) return null;
  const open = () => {
    const content = draft.content as Protocol;
    const changed = <R extends Parameters<typeof withProposal>[0] & { readonly id: string }>(
      rows: readonly R[],
    ) => rows.map((each) => (each.id === row.id ? withProposal(each, proposal) : each));
    const ink = inkProtocolOf({ protocol: content.ink });
    setDraft({
      basedOn: draft.basedOn,
      content:
        row.job === 'hair'
          ? { ...content, rows: changed(content.rows) }
          : { ...content, ink: { ...ink, rows: changed(ink.rows) } },
      note: [draft.note, `${sentence(rowText(row))}: ${proposalText(proposal)}`]
        .filter((each) => each !== undefined)
        .join(' '),
    });
    void navigate('/devices/protocol');
  };
  return (
    <Button size="small" onClick={open}>
      Open as a draft
      <span className="visually-hidden">: {rowText(row)}</span>
    </Button>
  );
}

type Row = RowReviewed['row'];

const rowText = (row: Row): string =>
  row.job === 'hair'
    ? `${TECHNIQUE_WORDS[row.technique]}, ${rangeText(row.wavelengthNm)} nm`
    : `ink, ${row.pulseClass}, ${rangeText(row.wavelengthNm)} nm`;

const rowMore = (row: Row): string =>
  row.job === 'hair'
    ? `types ${row.skinTypes.map(skinTypeText).join(', ')}; ${row.calibres.map((each) => CALIBRE_WORDS[each]).join(', ')} hair; ${rangeText(row.pulseMs)} ms`
    : `${figure(row.spotMm)} mm; ${row.colours === undefined ? 'all colours' : row.colours.map((each) => INK_COLOUR_WORDS[each]).join(', ')}`;

const rangeText = ({ low, high }: { readonly low: number; readonly high: number }): string =>
  low === high ? figure(low) : `${figure(low)}–${figure(high)}`;

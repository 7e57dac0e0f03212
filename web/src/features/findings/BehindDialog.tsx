import type { Behind, FindingsFilter, FindingsOptions } from '@tidy-quill/contract/findings';
import { BEHIND_WORDS, findingValueText } from '@tidy-quill/contract/labels/findings';
import { Skeleton } from 'antd';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { areaText, countText, dayText, ENDPOINT_WORDS, figure } from '../../text';
import { Dialog } from '../../widgets/Dialog';
import { PageProblem } from '../../widgets/PageProblem';
import { useSessionsBehindQuery } from './findings-api';

/** The sessions behind a figure, each a way to its record. */
export function BehindDialog({
  filter,
  behind,
  options,
  onClose,
}: {
  filter: FindingsFilter;
  behind: Behind;
  options: FindingsOptions;
  onClose: () => void;
}) {
  const { currentData, error, refetch } = useSessionsBehindQuery(
    { ...filter, behind },
    { refetchOnMountOrArgChange: true },
  );
  return (
    <Dialog open width={920} title={BEHIND_WORDS[behind]} footer={null} onCancel={onClose}>
      {error !== undefined ? (
        <PageProblem
          title="The sessions cannot be shown"
          text={problemText(error)}
          onRetry={() => void refetch()}
        />
      ) : currentData === undefined ? (
        <Skeleton active />
      ) : currentData.total === 0 ? (
        <p>None.</p>
      ) : (
        <>
          <p>
            {countText(currentData.total, 'session')}
            {currentData.total > currentData.sessions.length
              ? `, the newest ${currentData.sessions.length} are listed. Narrow the period or the filter to see others.`
              : ''}
          </p>
          <div className="behind-list">
            <table className="data-table is-still">
              <thead>
                <tr>
                  <th scope="col">Day</th>
                  <th scope="col">Client and area</th>
                  <th scope="col">Worked with</th>
                  <th scope="col">By</th>
                  <th scope="col" className="is-figure">
                    J/cm²
                  </th>
                  <th scope="col">Endpoint</th>
                  <th scope="col" className="is-figure">
                    Pain
                  </th>
                </tr>
              </thead>
              <tbody>
                {currentData.sessions.map((each) => (
                  <tr key={`${each.visitId} ${each.areaId}`}>
                    <td className="figures">{dayText(each.treatedOn)}</td>
                    <th scope="row">
                      <Link to={`/visits/${each.visitId}/record`}>{each.client.name}</Link>
                      <span className="quiet">{areaText(each)}</span>
                    </th>
                    <td>
                      {findingValueText('handpieceId', each.handpieceId, options)}
                      <span className="quiet">
                        {findingValueText('technique', each.technique, options)}
                      </span>
                    </td>
                    <td>{findingValueText('staffId', each.staffId, options)}</td>
                    <td className="is-figure figures">{figure(each.endJcm2)}</td>
                    <td>
                      {ENDPOINT_WORDS[each.endpoint as keyof typeof ENDPOINT_WORDS]}
                      {each.adverse ? <span className="tag tag-stop">harm</span> : null}
                    </td>
                    <td className="is-figure figures">{each.painMax ?? '–'}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </Dialog>
  );
}

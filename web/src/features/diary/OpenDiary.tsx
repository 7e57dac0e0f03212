import { BookOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { useOpenDiaryMutation } from '../../app/after-api';
import { problemText } from '../../app/api';
import { EndLinks } from '../../widgets/EndLinks';
import { useVisit } from '../visit/use-visit';

/** Sends the client a link with which to tell how it heals; shown once, for who has no telephone at hand. */
export function OpenDiary() {
  const { visit } = useVisit('visit');
  const [id] = useState(() => v7());
  const [open, { data, isLoading, error }] = useOpenDiaryMutation();
  if (data !== undefined) {
    return (
      <>
        <p className="small" role="status">
          Diary sent: <a href={data.url}>{data.url}</a>
        </p>
        <EndLinks visitId={visit.id} to="diary-link" />
      </>
    );
  }
  return (
    <>
      <Button
        icon={<BookOutlined />}
        loading={isLoading}
        onClick={() => void open({ visitId: visit.id, id })}
      >
        Send a healing diary
      </Button>
      <EndLinks visitId={visit.id} to="diary-link" />
      {error === undefined ? null : <p className="field-error">{problemText(error)}</p>}
    </>
  );
}

import './sendHome.css';
import {
  CalendarOutlined,
  FilePdfOutlined,
  MessageOutlined,
  PrinterOutlined,
} from '@ant-design/icons';
import { Button } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { useSendAdviceMutation } from '../../app/after-api';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { clockText } from '../../text';
import { OpenDiary } from '../diary/OpenDiary';
import { useVisit } from '../visit/use-visit';

const GIVEN_WORDS = { print: 'printed', pdf: 'as a file', message: 'as a message' } as const;

/** The ways in which the advice leaves the house; each is on the record. */
export function GiveAdvice({ sent }: { sent: boolean }) {
  const { visit, client, record, add } = useVisit('visit', 'client', 'record', 'add');
  const { timeZone } = useSignedIn().clinic;
  const [id] = useState(() => v7());
  const [sendAdvice, { isLoading, error }] = useSendAdviceMutation();
  const path = `/api/visits/${visit.id}`;
  const given = (by: 'print' | 'pdf') => {
    if (sent) void add({ kind: 'adviceGiven', by });
  };
  return (
    <div className="give-advice">
      <Button
        icon={<PrinterOutlined />}
        onClick={() => {
          globalThis.print();
          given('print');
        }}
      >
        Print for the client
      </Button>
      {sent ? (
        <>
          <Button
            icon={<FilePdfOutlined />}
            href={`${path}/aftercare.pdf`}
            target="_blank"
            onClick={() => given('pdf')}
          >
            PDF
          </Button>
          <Button
            icon={<MessageOutlined />}
            loading={isLoading}
            disabled={client.phone === ''}
            onClick={() => void sendAdvice({ visitId: visit.id, id })}
          >
            Send as a message
          </Button>
          <OpenDiary />
          <Button icon={<CalendarOutlined />} href={`${path}/next-visit.ics`}>
            Next visit for a calendar (.ics)
          </Button>
        </>
      ) : (
        <p className="small">PDF, message and calendar file once the client is sent home.</p>
      )}
      {record.given.length === 0 ? null : (
        <p className="small" role="status">
          Given:{' '}
          {record.given
            .map(({ at, by }) => `${GIVEN_WORDS[by]} at ${clockText(at, timeZone)}`)
            .join(', ')}
          .
        </p>
      )}
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
    </div>
  );
}

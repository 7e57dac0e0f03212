import { DownloadOutlined } from '@ant-design/icons';
import { Button, Dropdown } from 'antd';
import { Link } from 'react-router';
import { useSignedIn } from '../../app/clinic-context';

/** The client's record in open formats, or on paper. */
export function ExportMenu({ clientId }: { clientId: string }) {
  const { role } = useSignedIn().staff;
  const path = `/api/clients/${clientId}`;
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        items: [
          { key: 'print', label: 'Print this page', onClick: () => globalThis.print() },
          {
            key: 'json',
            label: (
              <a href={`${path}/record.json`} download>
                Whole record (JSON)
              </a>
            ),
          },
          {
            key: 'pdf',
            label: (
              <a href={`${path}/record.pdf`} download>
                Whole record on paper (PDF)
              </a>
            ),
          },
          {
            key: 'fhir',
            label: (
              <a href={`${path}/record.fhir.json`} download>
                For another system (HL7 FHIR R4)
              </a>
            ),
          },
          ...(role === 'technician'
            ? []
            : [
                {
                  key: 'audit',
                  label: <Link to={`/clinic/audit?client=${clientId}`}>Who looked at it</Link>,
                },
              ]),
          {
            key: 'csv',
            label: (
              <a href={`${path}/sessions.csv`} download>
                Sessions as a table (CSV)
              </a>
            ),
          },
        ],
      }}
    >
      <Button icon={<DownloadOutlined />}>Export</Button>
    </Dropdown>
  );
}

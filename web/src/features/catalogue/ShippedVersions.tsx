import type {
  CatalogueContent,
  CatalogueKind,
  CatalogueVersion,
} from '@tidy-quill/contract/catalogue';
import { STANDARD_AFTERCARE } from '@tidy-quill/core/aftercare';
import { STANDARD_CONSENTS } from '@tidy-quill/core/consent';
import { STANDARD_SAFETY } from '@tidy-quill/core/safety';
import { STANDARD_SUITABILITY } from '@tidy-quill/core/suitability';
import { Versions } from './Versions';

/** What ships holds until the clinic approves a version of its own. */
const shipped = (kind: CatalogueKind, content: CatalogueContent): CatalogueVersion => ({
  id: `shipped ${kind}`,
  kind,
  number: 0,
  note: 'As it ships, until a supervisor approves the clinic’s own',
  createdBy: 'Tidy Quill',
  createdAt: '2026-11-24T00:00:00Z',
  approvedBy: 'Tidy Quill',
  byAuthor: false,
  approvedAt: '2026-11-24T00:00:00Z',
  content,
});

const SHIPPED = {
  suitability: shipped('suitability', STANDARD_SUITABILITY),
  consents: shipped('consents', STANDARD_CONSENTS),
  aftercare: shipped('aftercare', STANDARD_AFTERCARE),
  safety: shipped('safety', STANDARD_SAFETY),
  // No device ships: a first version begins from nothing.
  devices: {
    ...shipped('devices', []),
    note: 'Nothing yet',
    ...{ createdBy: '', approvedBy: null, approvedAt: null },
  },
};

/** A document of which the clinic has no version of its own yet. */
export function ShippedVersions({ kind }: { kind: keyof typeof SHIPPED }) {
  return <Versions kind={kind} versions={[SHIPPED[kind]]} />;
}

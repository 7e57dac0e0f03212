import { useEffect, useState } from 'react';
import { countShelved } from '../../app/photo-outbox';
import { countPersisted } from '../../visit-engine/entry-store';
import { Notice } from '../../widgets/Notice';

/** That entries and pictures lie on this device which the server has not; nothing where there are none. */
export function KeptHere() {
  const [count, setCount] = useState(0);
  useEffect(() => {
    // A browser without a store keeps nothing.
    Promise.all([countPersisted(), countShelved()]).then(
      ([entries, pictures]) => setCount(entries + pictures),
      () => {},
    );
  }, []);
  if (count === 0) return null;
  const many = count === 1 ? '1 entry is' : `${count} entries are`;
  return (
    <Notice kind="info" title={`${many} kept on this tablet, encrypted`}>
      <p>They are sent when whoever recorded them signs in.</p>
    </Notice>
  );
}

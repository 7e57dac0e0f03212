import { ReloadOutlined } from '@ant-design/icons';
import { useRegisterSW } from 'virtual:pwa-register/react';

/** Keeps the application in this browser for a reload without a network, and offers a new version once one is here. */
export function NewVersion() {
  const {
    needRefresh: [ready],
    updateServiceWorker,
  } = useRegisterSW();
  if (!ready) return null;
  return (
    <button type="button" className="sidebar-place" onClick={() => void updateServiceWorker(true)}>
      <ReloadOutlined aria-hidden />
      New version: reload
    </button>
  );
}

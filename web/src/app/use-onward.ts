import { useLocation, useNavigate } from 'react-router';

/**
 * Goes on to another page once what was pressed is kept, unless whoever pressed has gone elsewhere meanwhile: an answer that
 * comes late never takes them away from where they are.
 */
export function useOnward(): (to: string) => void {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  return (to) => {
    if (globalThis.location.pathname === pathname) void navigate(to);
  };
}

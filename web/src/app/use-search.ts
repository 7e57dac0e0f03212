import { useLocation, useNavigate, useSearchParams, type NavigateOptions } from 'react-router';

type Asked = URLSearchParams | Record<string, string>;

/**
 * What the page's address asks for, and how to ask for something else on the same page. Whoever has gone on meanwhile is not called
 * back: what comes of a request that was answered late is dropped then.
 */
export function useSearch(): readonly [
  URLSearchParams,
  (to: Asked | ((before: URLSearchParams) => Asked), options?: NavigateOptions) => void,
] {
  const [search] = useSearchParams();
  const { pathname } = useLocation();
  const navigate = useNavigate();
  return [
    search,
    (to, options) => {
      const { location } = globalThis;
      if (location.pathname !== pathname) return;
      const next = typeof to === 'function' ? to(new URLSearchParams(location.search)) : to;
      void navigate({ search: new URLSearchParams(next).toString() }, options);
    },
  ];
}

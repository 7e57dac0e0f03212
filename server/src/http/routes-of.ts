import type { Router } from 'express';

/** One route of the API: a method in capitals, and its path with names of parameters. */
export interface ApiRoute {
  readonly method: string;
  readonly path: string;
}

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> };
  readonly handle: unknown;
}

/** Every route of a router and of the routers it uses without a path prefix, in matching order. */
export function routesOf(router: Router): readonly ApiRoute[] {
  const stack = (router as unknown as { readonly stack: readonly Layer[] }).stack;
  return stack.flatMap(({ route, handle }): readonly ApiRoute[] => {
    if (route !== undefined) {
      const methods = Object.keys(route.methods).filter((method) => method !== '_all');
      return methods.map((method) => ({ method: method.toUpperCase(), path: route.path }));
    }
    return typeof handle === 'function' && 'stack' in handle ? routesOf(handle as Router) : [];
  });
}

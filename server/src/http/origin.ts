import type { Express, Request } from 'express';

/** How browsers reach the server where a proxy stands before it. */
export interface ReachedBy {
  /** Address that browsers use, such as https://clinic.example; the request's own where it is left out. */
  readonly publicUrl?: string | undefined;
  /** Which proxies are believed: how many stand before the server, or their addresses with commas between. */
  readonly trustProxy?: string | undefined;
}

const ORIGIN = 'public origin';

/**
 * Sets which proxies are believed and what the server is called outside.
 * @throws Error where PUBLIC_URL is not an http(s) address
 */
export function setOrigin(app: Express, { publicUrl, trustProxy }: ReachedBy): void {
  if (trustProxy !== undefined && trustProxy !== '') {
    app.set('trust proxy', /^\d+$/.test(trustProxy) ? Number(trustProxy) : trustProxy);
  }
  const origin = publicOrigin(publicUrl);
  if (origin !== null) app.set(ORIGIN, origin);
}

/** Origin of PUBLIC_URL; null where it is not set. */
export function publicOrigin(publicUrl: string | undefined): string | null {
  if (publicUrl === undefined || publicUrl === '') return null;
  const url = URL.canParse(publicUrl) ? new URL(publicUrl) : null;
  if (url === null || !/^https?:$/.test(url.protocol)) {
    throw new Error('PUBLIC_URL must be an address such as https://clinic.example');
  }
  return url.origin;
}

/** Origin of this server as browsers know it: links and the check of foreign origins go by it, never by Host once PUBLIC_URL is set. */
export const originOf = (request: Request): string =>
  (request.app.get(ORIGIN) as string | undefined) ?? `${request.protocol}://${request.get('host')}`;

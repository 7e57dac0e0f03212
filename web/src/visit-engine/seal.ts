import { xchacha20poly1305 } from '@noble/ciphers/chacha.js';
import { bytesToUtf8, randomBytes, utf8ToBytes } from '@noble/ciphers/utils.js';

// What waits on this device to be sent, and what was begun and not finished, lies in its stores sealed
// (XChaCha20-Poly1305) with a key that the server gives to whoever signs in. The key is nowhere once nobody is.

const NONCE_BYTES = 24;

let key: Uint8Array | null = null;
const listeners = new Set<() => void>();

/** Takes the key that came with a sign-in, base64; null once nobody is signed in. */
export function setDeviceKey(given: string | null): void {
  const next = given === null ? null : fromBase64(given);
  const same = next !== null && key !== null && toBase64(next) === toBase64(key);
  key = next;
  if (next !== null && !same) for (const tell of listeners) tell();
}

/** Tells whenever a key came that was not there before; gives how to stop that. */
export function onDeviceKey(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

export const hasDeviceKey = (): boolean => key !== null;

/**
 * Bytes that nobody reads without the key.
 * @throws Error where nobody is signed in
 */
export function seal(bytes: Uint8Array): Uint8Array {
  if (key === null) throw new Error('Nobody is signed in here');
  const nonce = randomBytes(NONCE_BYTES);
  const box = xchacha20poly1305(key, nonce).encrypt(bytes);
  const sealed = new Uint8Array(nonce.length + box.length);
  sealed.set(nonce);
  sealed.set(box, nonce.length);
  return sealed;
}

/** What was sealed; null without its key, and where it was altered. */
export function unseal(sealed: Uint8Array): Uint8Array | null {
  if (key === null || sealed.length < NONCE_BYTES) return null;
  try {
    const nonce = sealed.subarray(0, NONCE_BYTES);
    return xchacha20poly1305(key, nonce).decrypt(sealed.subarray(NONCE_BYTES));
  } catch {
    return null;
  }
}

/** A value as JSON, sealed. */
export const sealValue = (value: unknown): Uint8Array => seal(utf8ToBytes(JSON.stringify(value)));

/** The value that was sealed; null without its key, and where it was altered. */
export function unsealValue<T>(sealed: Uint8Array): T | null {
  const bytes = unseal(sealed);
  return bytes === null ? null : (JSON.parse(bytesToUtf8(bytes)) as T);
}

const AT_ONCE = 0x8000;

/** Bytes as base64, for stores that hold text alone. */
export function toBase64(bytes: Uint8Array): string {
  let text = '';
  for (let from = 0; from < bytes.length; from += AT_ONCE) {
    text += String.fromCharCode(...bytes.subarray(from, from + AT_ONCE));
  }
  return btoa(text);
}

export const fromBase64 = (text: string): Uint8Array =>
  Uint8Array.from(atob(text), (each) => each.charCodeAt(0));

import type { SignedIn } from '@tidy-quill/contract/auth';
import { createContext, useContext } from 'react';

export const ClinicContext = createContext<SignedIn | null>(null);

/** Who is signed in, and where. Only below the shell, where somebody always is. */
export function useSignedIn(): SignedIn {
  const me = useContext(ClinicContext);
  if (me === null) throw new Error('Nobody is signed in here');
  return me;
}

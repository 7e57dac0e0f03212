import { createContext } from 'react';

/** By which an input tells its field what it could not read; null where it stands in none and says it itself. */
export const FieldProblem = createContext<((problem: string | null) => void) | null>(null);

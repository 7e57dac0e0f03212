import { passwordProblem } from '@tidy-quill/core/passwords';
import { HttpProblem } from '../../http/problem';

/**
 * @param own names that a password may not be made of
 * @throws HttpProblem 400 with the field, where a new password is too easy to guess
 */
export function strongEnough(field: string, password: string, own: readonly string[]): void {
  const problem = passwordProblem(password, own);
  if (problem !== null) {
    throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
      fields: [{ field, problem }],
    });
  }
}

import type { Subject } from './subject';

export type ModelSilence = 'mucosa' | 'tattooed' | 'scarred';

/** Why the model is not to be trusted on a subject, and so gives no number; null where it may speak. */
export function modelSilence(subject: Pick<Subject, 'site' | 'skin'>): ModelSilence | null {
  if (subject.site === 'genitalArea') return 'mucosa';
  if (subject.skin.surface === 'tattooed') return 'tattooed';
  return subject.skin.surface === 'scarred' ? 'scarred' : null;
}

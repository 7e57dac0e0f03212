import type { Handpiece } from './handpiece';
import type { PlanCase } from './plan-case';
import { rowForPulse, rowsFor, type ProtocolRow } from './protocol';
import type { Setting } from './setting';
import { workingSkin, type WorkingSkin } from './subject';

/** The protocol's row that speaks of a setting on a subject; null where none does. */
export function rowOfSetting(
  plan: Pick<PlanCase, 'protocol' | 'subject'>,
  handpiece: Handpiece,
  setting: Pick<Setting, 'technique' | 'pulseMs'>,
  working: WorkingSkin = workingSkin(plan.subject),
): ProtocolRow | null {
  const rows = rowsFor(plan.protocol, {
    handpiece,
    technique: setting.technique,
    skinType: working.type,
    calibre: plan.subject.hair.calibre,
  });
  return rowForPulse(rows, setting.pulseMs);
}

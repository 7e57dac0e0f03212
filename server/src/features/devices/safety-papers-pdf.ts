import type { DeviceShown } from '@tidy-quill/contract/devices';
import type { IncidentShown } from '@tidy-quill/contract/incidents';
import {
  deviceEntryText,
  outOfUseText,
  PART_WORDS,
  ratioText,
} from '@tidy-quill/contract/labels/devices';
import { INCIDENT_SORT_WORDS } from '@tidy-quill/contract/labels/incidents';
import { momentText, shortDay } from '@tidy-quill/contract/labels/index';
import { skillsText } from '@tidy-quill/contract/labels/sign-offs';
import type { Skill } from '@tidy-quill/core/access';
import type { Eyewear } from '@tidy-quill/core/eyewear';
import { namesResponsible, type SafetyPapers } from '@tidy-quill/core/safety';
import { collected, paper, write } from '../../pdf/paper';
import { beamLines } from './door-sheet-pdf';

/** Somebody who may use a device, what for, and what they practised. */
export interface LaserUser {
  readonly name: string;
  readonly skills: readonly Skill[];
  readonly from: string;
  readonly until: string | null;
  readonly signedBy: string;
  /** Exercises done in Practice, and the day of the last; null where none was. */
  readonly practised: { readonly runs: number; readonly lastOn: string } | null;
}

/** The laser safety file of a device: local rules, beam and eyewear, users, maintenance and incidents. */
export function safetyPapersPdf(of: {
  readonly clinicName: string;
  readonly timeZone: string;
  readonly today: string;
  readonly device: DeviceShown;
  readonly papers: SafetyPapers;
  readonly papersNumber: number;
  readonly eyewear: readonly Eyewear[];
  readonly users: readonly LaserUser[];
  readonly incidents: readonly IncidentShown[];
}): Promise<Buffer> {
  const { device, papers, today, timeZone } = of;
  const { handpiece, state } = device;
  const title = `Laser safety file: ${handpiece.name}`;
  const doc = paper(title, today);
  const head = (text: string) => write(doc, text, { size: 13, bold: true, before: 10, after: 3 });
  const lines = (list: readonly string[], none: string) => {
    for (const line of list.length === 0 ? [none] : list) {
      write(doc, `• ${line}`, { size: 10, after: 1 });
    }
  };
  write(doc, `${of.clinicName}, ${shortDay(today)}`, { size: 10 });
  write(doc, title, { size: 19, bold: true, after: 4 });
  write(
    doc,
    of.papersNumber === 0
      ? 'The rules below are the template that ships: no supervisor has approved the clinic’s own yet.'
      : `Local rules, version ${of.papersNumber}, approved.`,
    { size: 10, after: 4 },
  );
  head('Responsible');
  lines(
    [
      namesResponsible(papers)
        ? `Responsible for the lasers: ${papers.responsible.name}, ${papers.responsible.phone}`
        : 'Responsible for the lasers: not named yet',
      papers.adviser.name === ''
        ? 'Laser safety adviser: not named'
        : `Laser safety adviser: ${papers.adviser.name}, ${papers.adviser.phone}`,
    ],
    '',
  );
  head('The beam at its worst, and eyewear');
  lines(beamLines(handpiece, of.eyewear), '');
  for (const { heading, text } of papers.sections) {
    head(heading);
    write(doc, text, { size: 10, after: 2 });
  }
  head('Users');
  lines(
    of.users.map(({ name, skills, from, until, signedBy, practised }) => {
      const days = `${shortDay(from)} to ${until === null ? 'no end' : shortDay(until)}`;
      const trained =
        practised === null
          ? 'no exercise in Practice'
          : `${practised.runs} exercises in Practice, the last on ${shortDay(practised.lastOn)}`;
      return `${name}: ${skillsText(skills)}; signed by ${signedBy}, ${days}; ${trained}`;
    }),
    'Nobody is signed off',
  );
  head('Condition');
  lines(
    [
      state.outOfUse === null ? 'In use' : outOfUseText(state.outOfUse),
      state.measured === null
        ? 'Output never measured'
        : `Measured on ${shortDay(state.measured.on)}: ${ratioText(state.measured.ratio)}`,
      state.serviceDue === null
        ? 'Next service: no day known'
        : `Next service: ${shortDay(state.serviceDue)}`,
      ...state.parts.map(
        ({ name, part, pulses, lifePulses }) =>
          `${name} (${PART_WORDS[part]}): ${pulses.toLocaleString('en-GB')} of ${lifePulses.toLocaleString('en-GB')} pulses`,
      ),
    ],
    '',
  );
  head('Maintenance and checks, newest first');
  lines(
    device.entries.map(
      ({ at, by, body }) => `${momentText(at, timeZone)}, ${by}: ${deviceEntryText(body)}`,
    ),
    'Nothing written yet',
  );
  head('Incidents');
  lines(
    of.incidents.map(({ report, by, followUps }) => {
      const closed = followUps.some(({ followUp }) => followUp.kind === 'closed');
      return `${momentText(report.happenedAt, timeZone)}: ${INCIDENT_SORT_WORDS[report.sort]}, reported by ${by}${closed ? ', closed' : ', open'}`;
    }),
    'None reported',
  );
  return collected(doc);
}

import { bandText } from '@tidy-quill/contract/labels/eyewear';
import { figure, lightText, shortDay } from '@tidy-quill/contract/labels/index';
import type { Eyewear } from '@tidy-quill/core/eyewear';
import { fittingOf, peopleProtected } from '@tidy-quill/core/eyewear';
import type { Handpiece } from '@tidy-quill/core/plan';
import { classOf, worstBeamOf, worstHazardOf } from '@tidy-quill/core/prepare';
import { namesResponsible, type SafetyPapers } from '@tidy-quill/core/safety';
import { collected, fitted, write } from '../../pdf/paper';

/** What a door sheet tells of. */
export interface DoorSheet {
  readonly clinicName: string;
  readonly emergencyPhone: string;
  readonly room: string;
  readonly today: string;
  readonly handpieces: readonly Handpiece[];
  readonly eyewear: readonly Eyewear[];
  readonly papers: SafetyPapers;
}

/** The sheet at the door of a room: what shines there at its worst, what protects, and who is called. */
export function doorSheetPdf(sheet: DoorSheet): Promise<Buffer> {
  const { clinicName, room, today, handpieces, papers, emergencyPhone } = sheet;
  const title = `Laser in use: ${room}`;
  return collected(
    fitted(title, today, (doc) => {
      write(doc, clinicName, { size: 11 });
      write(doc, title, { size: 26, bold: true, after: 4 });
      write(doc, 'Do not come in while the light is on. Knock, and wait to be let in.', {
        size: 15,
        bold: true,
        after: 8,
      });
      for (const handpiece of handpieces) {
        write(doc, handpiece.name, { size: 14, bold: true, before: 6, after: 2 });
        for (const line of beamLines(handpiece, sheet.eyewear)) write(doc, line, { after: 1 });
      }
      if (handpieces.length === 0) write(doc, 'No device is in service in this room.');
      write(doc, 'Who to call', { size: 14, bold: true, before: 12, after: 2 });
      if (namesResponsible(papers)) {
        const { name, phone } = papers.responsible;
        write(doc, `Responsible for the lasers: ${name}, ${phone}`, { size: 13, after: 1 });
      } else {
        write(doc, 'Responsible for the lasers: ________________________', { size: 13, after: 1 });
      }
      if (papers.adviser.name !== '') {
        write(doc, `Laser safety adviser: ${papers.adviser.name}, ${papers.adviser.phone}`);
      }
      write(doc, `Emergency: ${emergencyPhone === '' ? '______________' : emergencyPhone}`, {
        size: 13,
        bold: true,
        after: 8,
      });
      write(
        doc,
        `${shortDay(today)}. Worked out from the settings that each device offers (IEC 60825-1:2014). The labels on device and eyewear, the manual and your laser safety adviser decide.`,
        { size: 8.5 },
      );
    }),
  );
}

/** Class, light, density, distance and eyewear of a handpiece at its worst. */
export function beamLines(handpiece: Handpiece, eyewear: readonly Eyewear[]): readonly string[] {
  const beam = worstBeamOf(handpiece);
  const laser = classOf(handpiece);
  const hazardM = worstHazardOf(handpiece);
  const fitting = fittingOf(eyewear, beam).filter(({ kind }) => kind !== 'shields');
  return [
    laser === null
      ? 'Pulsed light, no laser: its risk group stands on its label'
      : `Laser of class ${laser}, invisible or visible beam: ${lightText(handpiece.light)}`,
    ...(laser === null ? [`Light: ${beam.wavelengthsNm.join(', ')} nm and between`] : []),
    `Eyewear for everybody inside: optical density ${beam.density} or more at this light`,
    hazardM === null
      ? 'Hazard distance: not known, the manual’s divergence was not entered; count the whole room'
      : `Hazard distance without eyewear: ${figure(Math.ceil(hazardM), 0)} m`,
    fitting.length === 0
      ? 'Eyewear listed here that fits: none'
      : `Eyewear that fits: ${fitting.map(({ name, bands }) => `${name} (${bands.map(bandText).join('; ')})`).join('; ')}, for ${peopleProtected(fitting)}`,
  ];
}

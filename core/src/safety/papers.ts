/** Somebody to call, and where. */
export interface Called {
  readonly name: string;
  readonly phone: string;
}

/** A part of the local rules under a heading of its own. */
export interface RulesSection {
  readonly id: string;
  readonly heading: string;
  readonly text: string;
}

/** What a clinic lays down for its lasers: who answers for them, who advises, and the rules of the room. */
export interface SafetyPapers {
  readonly responsible: Called;
  readonly adviser: Called;
  readonly sections: readonly RulesSection[];
}

/** Whether a clinic has said who answers for its lasers: before that a door sheet names nobody to call. */
export const namesResponsible = ({ responsible }: SafetyPapers): boolean =>
  responsible.name !== '' && responsible.phone !== '';

/** A template to begin from; a laser safety adviser completes it for the place, the devices and the law there. */
export const STANDARD_SAFETY: SafetyPapers = {
  responsible: { name: '', phone: '' },
  adviser: { name: '', phone: '' },
  sections: [
    {
      id: 'area',
      heading: 'The controlled area',
      text: 'The whole treatment room while a laser is switched on. Its door is shut and carries the sheet of this room; windows and mirrors are covered. Whoever is in the room wears the eyewear named for the device; nobody comes in while it is ready.',
    },
    {
      id: 'users',
      heading: 'Who may use it',
      text: 'Only people on the list of users, with a sign-off that is in date for what they do. The key is with one of them, or locked away.',
    },
    {
      id: 'before',
      heading: 'Before the first client of a day',
      text: 'The daily check is made and written down: self test, tip window, cooling, aiming beam, door switch, emergency stop, and pulses into the meter. A device that fails stays off.',
    },
    {
      id: 'during',
      heading: 'During treatment',
      text: 'Ready only while the handpiece is on skin or over the meter; standby whenever it is put down. Nothing that shines lies near the beam. Plume is drawn off on ink. Skin is dry of alcohol and acetone before the first pulse.',
    },
    {
      id: 'eyes',
      heading: 'If a beam may have met an eye',
      text: 'Standby at once. Do not rub. To an eye clinic the same day, at once where sight has changed, with the wavelength, pulse, energy and distance written down. The device stays as it is until it was looked at.',
    },
    {
      id: 'fire',
      heading: 'Fire and smoke',
      text: 'Emergency stop, everybody out, door shut, emergency number. An extinguisher for electrical fires hangs at the door.',
    },
    {
      id: 'maintenance',
      heading: 'Maintenance',
      text: 'Only by whoever the manufacturer names. Covers stay on. After every service the output is measured before a client is treated.',
    },
  ],
};

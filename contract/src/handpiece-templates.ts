import type { Cells } from './catalogue-table';

/** A kind of handpiece to begin from: what it is, never what it gives. That is in its manual. */
export interface HandpieceTemplate {
  readonly id: string;
  readonly label: string;
  readonly cells: Cells;
}

const SINGLE: Cells = { subPulses: '1', gapMs: '0', inService: 'yes' };

const template = (id: string, label: string, cells: Cells): HandpieceTemplate => ({
  ...{ id, label },
  cells: { ...SINGLE, id, ...cells },
});

const laser = (
  laserClass: string,
  wavelengthNm: number,
  techniques: string,
  cooling: string,
  gel: 'yes' | 'no',
): Cells => ({ laserClass, wavelengthNm: String(wavelengthNm), techniques, cooling, gel });

/** The kinds that are in common use, for hair first. */
export const HANDPIECE_TEMPLATES: readonly HandpieceTemplate[] = [
  template(
    'alexandrite-755',
    'Alexandrite 755 nm, stamped, cryogen',
    laser('alexandrite', 755, 'stamping', 'cryogen', 'no'),
  ),
  template(
    'diode-810',
    'Diode 810 nm, cold plate, stamped and in motion',
    laser('diode', 810, 'stamping; inMotion', 'contact', 'yes'),
  ),
  template(
    'diode-810-window',
    'Diode 810 nm, large window with suction',
    laser('diode', 810, 'suction', 'none', 'no'),
  ),
  template(
    'long-pulse-1064',
    'Nd:YAG 1064 nm, long pulse',
    laser('ndYag', 1064, 'longPulse1064', 'contact', 'yes'),
  ),
  template(
    'sub-ms-1064',
    'Nd:YAG 1064 nm, sub-millisecond',
    laser('ndYag', 1064, 'subMs1064', 'none', 'no'),
  ),
  template('pulsed-light', 'Pulsed light, filtered band, stamped', {
    ...{ laserClass: 'pulsedLight', techniques: 'pulsedLight', cooling: 'contact', gel: 'yes' },
  }),
  template('pulsed-light-glide', 'Pulsed light, filtered band, in motion', {
    ...{ laserClass: 'pulsedLight', techniques: 'pulsedLightInMotion' },
    ...{ cooling: 'contact', gel: 'yes' },
  }),
  template('ruby-694', 'Ruby 694 nm', laser('ruby', 694, 'stamping', 'contact', 'yes')),
  ...[1064, 532].map((nm) =>
    template(
      `nano-${String(nm)}`,
      `Ink: nanoseconds, ${String(nm)} nm`,
      laser('ndYag', nm, 'stamping', 'air', 'no'),
    ),
  ),
  template('pico-1064', 'Ink: picoseconds, 1064 nm', laser('ndYag', 1064, 'stamping', 'air', 'no')),
  template(
    'pico-755',
    'Ink: picoseconds, 755 nm',
    laser('alexandrite', 755, 'stamping', 'air', 'no'),
  ),
];

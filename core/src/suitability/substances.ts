import type { Wait } from './rules';

export const MEDICINE_CLASSES = [
  'photosensitiser',
  'pigmenting',
  'retinoidTablet',
  'retinoidCream',
  'irritantCream',
  'anticoagulant',
  'immuneMedicine',
  'goldSalt',
  'hormone',
  'noBearing',
] as const;

/** What a medicine does that matters before light. */
export type MedicineClass = (typeof MEDICINE_CLASSES)[number];

/** A substance by its generic name. */
export interface Substance {
  readonly id: string;
  readonly name: string;
  readonly medicineClass: MedicineClass;
  /** How long after the last dose, where it differs from its class's rule. */
  readonly wait: Wait | null;
  /** More than its class's rule says; may be empty. */
  readonly advice: string;
  readonly source: string;
}

const PHOTOSENSITIVITY = 'Drucker & Rosen 2011; Monteiro, Rato & Martins 2016';
const PIGMENT = 'Dereure 2001';
const RETINOIDS = 'Spring et al. 2017; the wait is clinic custom';
const GOLD = 'Trotter et al. 1995';
const NO_BEARING = 'no entry in the photosensitivity reviews above; clinic custom';
const BLEEDING = 'general pharmacology; clinic custom';

const list = (
  medicineClass: MedicineClass,
  source: string,
  names: readonly string[],
  more: Partial<Substance> = {},
): readonly Substance[] =>
  names.map((name) => ({
    id: name.replace(/[^a-z]+/gi, '-').toLowerCase(),
    name,
    medicineClass,
    wait: null,
    advice: '',
    source,
    ...more,
  }));

/** The list that ships: generic names, to be edited by the clinic. Never complete; what is not here is referred. */
export const STANDARD_SUBSTANCES: readonly Substance[] = [
  ...list('photosensitiser', PHOTOSENSITIVITY, [
    ...['doxycycline', 'tetracycline', 'lymecycline', 'demeclocycline'],
    ...['ciprofloxacin', 'levofloxacin', 'ofloxacin', 'moxifloxacin', 'nalidixic acid'],
    ...['sulfamethoxazole', 'trimethoprim', 'sulfasalazine', 'dapsone'],
    ...['hydrochlorothiazide', 'bendroflumethiazide', 'indapamide', 'furosemide'],
    ...['naproxen', 'ketoprofen', 'piroxicam', 'diclofenac'],
    ...['chlorpromazine', 'fluphenazine', 'promethazine', 'thioridazine'],
    ...['griseofulvin', 'glibenclamide', 'quinine', 'methoxsalen'],
    ...['vemurafenib', 'pirfenidone', 'flutamide'],
  ]),
  ...list('photosensitiser', PHOTOSENSITIVITY, ['voriconazole', 'St John’s wort'], {
    wait: { days: 28 },
    advice: 'Stays in the skin for long.',
  }),
  ...list('pigmenting', PIGMENT, ['minocycline', 'amiodarone', 'hydroxychloroquine'], {
    advice: 'May have left pigment in the skin that takes up the light and darkens for good.',
  }),
  ...list('retinoidTablet', RETINOIDS, ['isotretinoin', 'alitretinoin']),
  ...list('retinoidTablet', RETINOIDS, ['acitretin'], {
    wait: { months: 12 },
    advice: 'Leaves the body slowly.',
  }),
  ...list('retinoidCream', RETINOIDS, ['tretinoin', 'adapalene', 'tazarotene', 'trifarotene']),
  ...list('irritantCream', BLEEDING, [
    ...['benzoyl peroxide', 'glycolic acid', 'salicylic acid', 'azelaic acid'],
    ...['hydroquinone', 'fluorouracil', 'imiquimod'],
  ]),
  ...list('anticoagulant', BLEEDING, [
    ...['warfarin', 'apixaban', 'rivaroxaban', 'edoxaban', 'dabigatran'],
    ...['heparin', 'enoxaparin', 'clopidogrel', 'ticagrelor', 'acetylsalicylic acid'],
  ]),
  ...list('immuneMedicine', BLEEDING, [
    ...['methotrexate', 'azathioprine', 'ciclosporin', 'mycophenolate', 'tacrolimus'],
    ...['adalimumab', 'etanercept'],
  ]),
  // Steroids wash out sooner than what changes the immune system for months.
  ...list('immuneMedicine', BLEEDING, ['prednisolone', 'dexamethasone', 'hydrocortisone tablets'], {
    wait: { days: 28 },
    advice: 'Heals more slowly for some weeks after a course.',
  }),
  ...list('goldSalt', GOLD, ['auranofin', 'sodium aurothiomalate']),
  ...list('noBearing', NO_BEARING, [
    ...['paracetamol', 'metformin', 'insulin', 'levothyroxine', 'salbutamol', 'montelukast'],
    ...['cetirizine', 'loratadine', 'bisoprolol', 'folic acid', 'colecalciferol'],
    ...['cyanocobalamin', 'ferrous fumarate', 'calcium carbonate', 'macrogol', 'lactulose'],
  ]),
  ...list('hormone', BLEEDING, ['testosterone', 'danazol', 'minoxidil', 'oxandrolone'], {
    advice: 'May itself make hair grow.',
  }),
];

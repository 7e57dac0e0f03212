import type { Substance } from './substances';

// What clients call them, by the ids of the list that ships; never a brand.
const WORDS: readonly (readonly [words: readonly string[], ids: readonly string[]])[] = [
  [['strong acne tablets', 'acne capsules', 'vitamin A tablets'], ['isotretinoin']],
  [
    ['antibiotic for acne', 'acne antibiotic', 'antibiotic for chest infection'],
    ['doxycycline', 'lymecycline', 'minocycline', 'tetracycline'],
  ],
  [
    ['antibiotic for bladder infection', 'antibiotic for urine infection'],
    ['ciprofloxacin', 'trimethoprim', 'levofloxacin', 'ofloxacin'],
  ],
  [
    ['acne cream', 'acne gel', 'vitamin A cream', 'wrinkle cream'],
    ['tretinoin', 'adapalene', 'tazarotene', 'trifarotene'],
  ],
  [
    ['acne wash', 'acne cream', 'spot cream'],
    ['benzoyl-peroxide', 'azelaic-acid', 'salicylic-acid'],
  ],
  [
    ['peeling', 'fruit acid', 'peel cream'],
    ['glycolic-acid', 'salicylic-acid'],
  ],
  [['bleaching cream', 'skin lightening cream', 'whitening cream'], ['hydroquinone']],
  [
    ['cream for sun damage', 'cream for skin cancer', 'wart cream'],
    ['fluorouracil', 'imiquimod'],
  ],
  [
    ['blood thinner', 'tablets against clots', 'anticoagulant', 'clot injections'],
    [
      ...['warfarin', 'apixaban', 'rivaroxaban', 'edoxaban', 'dabigatran', 'heparin'],
      ...['enoxaparin', 'clopidogrel', 'ticagrelor', 'acetylsalicylic-acid'],
    ],
  ],
  [
    ['water tablets', 'diuretic', 'blood pressure tablets'],
    ['hydrochlorothiazide', 'bendroflumethiazide', 'indapamide', 'furosemide'],
  ],
  [['blood pressure tablets', 'beta blocker', 'heart tablets'], ['bisoprolol']],
  [['heart rhythm tablets', 'heart tablets'], ['amiodarone']],
  [
    ['anti-inflammatory painkiller', 'strong painkiller', 'back pain tablets'],
    ['naproxen', 'ketoprofen', 'piroxicam', 'diclofenac'],
  ],
  [['painkiller', 'headache tablets', 'fever tablets'], ['paracetamol']],
  [['malaria tablets', 'lupus tablets'], ['hydroxychloroquine']],
  [['malaria tablets', 'cramp tablets'], ['quinine']],
  [['herbal tablets for low mood', 'herbal antidepressant', 'hypericum'], ['st-john-s-wort']],
  [
    ['fungus tablets', 'tablets for nail fungus'],
    ['griseofulvin', 'voriconazole'],
  ],
  [['psoriasis tablets'], ['acitretin', 'methoxsalen', 'methotrexate']],
  [['hand eczema tablets', 'eczema tablets'], ['alitretinoin']],
  [
    ['steroid tablets', 'cortisone tablets'],
    ['prednisolone', 'dexamethasone', 'hydrocortisone-tablets'],
  ],
  [
    ['arthritis injections', 'biologic injections'],
    ['adalimumab', 'etanercept'],
  ],
  [
    ['arthritis tablets', 'transplant tablets', 'immune suppressant'],
    ['methotrexate', 'azathioprine', 'ciclosporin', 'mycophenolate', 'tacrolimus'],
  ],
  [
    ['gold injections', 'gold tablets'],
    ['auranofin', 'sodium-aurothiomalate'],
  ],
  [
    ['diabetes tablets', 'sugar tablets'],
    ['metformin', 'glibenclamide'],
  ],
  [['thyroid tablets'], ['levothyroxine']],
  [['asthma inhaler'], ['salbutamol']],
  [
    ['hay fever tablets', 'allergy tablets'],
    ['cetirizine', 'loratadine'],
  ],
  [['sleeping tablets', 'travel sickness tablets'], ['promethazine']],
  [['hair loss treatment', 'hair growth lotion'], ['minoxidil']],
  [
    ['body building steroids', 'anabolic steroids'],
    ['testosterone', 'danazol', 'oxandrolone'],
  ],
  [['iron tablets'], ['ferrous-fumarate']],
  [['vitamin D'], ['colecalciferol']],
  [['vitamin B12'], ['cyanocobalamin']],
  [['laxative'], ['macrogol', 'lactulose']],
];

/** What a client may call a substance beside its generic name, for searching only. */
export const searchWordsOf = ({ id }: Pick<Substance, 'id'>): readonly string[] =>
  WORDS.flatMap(([words, ids]) => (ids.includes(id) ? words : []));

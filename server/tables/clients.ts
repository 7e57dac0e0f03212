import type { Calibre, HairColour, SkinType, Tan } from '@tidy-quill/core/optics';
import { propose, type Proposal, type Subject } from '@tidy-quill/core/plan';
import { SITES, type SiteId } from '@tidy-quill/core/sites';
import {
  CALIBRE_WORDS,
  EXPECTED_WORDS,
  figure,
  HAIR_COLOUR_WORDS,
  SITE_WORDS,
  spotText,
  TECHNIQUE_WORDS,
} from '@tidy-quill/contract/labels/index';
import { defined } from '@tidy-quill/core/units';
import { DEMO_HANDPIECES } from '../src/db/demo/catalogue';
import { TEXTBOOK_PROTOCOL } from '../src/features/catalogue/textbook-protocol';

type Client = readonly [
  type: SkinType,
  site: SiteId,
  colour: HairColour,
  calibre: Calibre,
  more?: { readonly tan?: Tan; readonly scarred?: true; readonly dense?: true },
];

/** Clients as they come: every skin type, the usual places, and the awkward ones. */
const CLIENTS: readonly Client[] = [
  [1, 'lowerLeg', 'black', 'coarse'],
  [1, 'underarm', 'darkBrown', 'medium'],
  [1, 'upperLip', 'midBrown', 'fine'],
  [2, 'bikiniLine', 'black', 'coarse', { dense: true }],
  [2, 'thigh', 'midBrown', 'medium'],
  [2, 'chin', 'darkBrown', 'coarse'],
  [2, 'chest', 'lightBrown', 'medium'],
  [2, 'lowerLeg', 'darkBrown', 'medium', { tan: 'fading' }],
  [2, 'upperBack', 'red', 'medium'],
  [3, 'upperBack', 'black', 'coarse', { dense: true }],
  [3, 'forearm', 'darkBrown', 'medium'],
  [3, 'abdomen', 'black', 'medium', { scarred: true }],
  [3, 'upperLip', 'darkBrown', 'fine'],
  [3, 'genitalArea', 'black', 'coarse'],
  [3, 'thigh', 'black', 'coarse'],
  [4, 'underarm', 'black', 'coarse'],
  [4, 'chin', 'black', 'fine'],
  [4, 'upperBack', 'black', 'medium'],
  [4, 'lowerLeg', 'darkBrown', 'medium'],
  [5, 'bikiniLine', 'black', 'coarse'],
  [5, 'neck', 'black', 'fine'],
  [5, 'thigh', 'black', 'coarse'],
  [6, 'chin', 'black', 'coarse'],
  [6, 'underarm', 'black', 'coarse'],
];

function subjectOf([type, site, colour, calibre, more = {}]: Client): Subject {
  return {
    site,
    areaCm2: SITES[site].typicalAreaCm2,
    skin: {
      type,
      tan: more.tan ?? 'none',
      freckled: false,
      measuredFraction: null,
      ...(more.scarred === true ? { surface: 'scarred' as const } : {}),
    },
    hair: { colour, calibre, density: more.dense === true ? 'dense' : 'medium' },
    history: [],
  };
}

const nameOf = (id: string) => defined(DEMO_HANDPIECES.find((each) => each.id === id)).name;

const lineOf = ({ setting, evaluation, start, ladder }: Proposal): readonly string[] => {
  const { model, plainSkin, upper, work } = evaluation;
  return [
    `${nameOf(setting.handpieceId)}, ${TECHNIQUE_WORDS[setting.technique]}, ${spotText(setting.spot)}, ${figure(setting.pulseMs, 2)} ms`,
    figure(start.fluenceJcm2),
    ladder.map((rung) => figure(rung)).join(' · '),
    model?.floorJcm2 == null ? '–' : figure(model.floorJcm2),
    figure((model ?? plainSkin)?.ceilingJcm2 ?? 0),
    `${figure(defined(defined(upper).fluenceJcm2))} (${defined(upper).binding})`,
    EXPECTED_WORDS[evaluation.expected],
    String(Math.ceil(work.minutes)),
  ];
};

/** The table of docs/model/clients.md: what the planner proposes first to 24 typical clients of the demo clinic. */
function clientTable(): string {
  const head = [
    'Client',
    'First choice',
    'Start',
    'Rungs',
    'Floor',
    'Ceiling',
    'Not above',
    'Expected',
    'Minutes',
  ];
  const rows = CLIENTS.map((client) => {
    const [type, site, colour, calibre, more = {}] = client;
    const extra = [
      more.tan === undefined ? '' : `${more.tan} tan`,
      more.scarred ? 'scarred' : '',
      more.dense ? 'dense' : '',
    ];
    const who = [
      `type ${type}`,
      SITE_WORDS[site].toLowerCase(),
      `${HAIR_COLOUR_WORDS[colour].toLowerCase()} ${CALIBRE_WORDS[calibre].toLowerCase()} hair`,
      ...extra,
    ];
    const { proposals, refused } = propose({
      subject: subjectOf(client),
      handpieces: DEMO_HANDPIECES,
      protocol: TEXTBOOK_PROTOCOL,
      today: '2026-11-24',
    });
    const said = who.filter((each) => each !== '').join(', ');
    const all = process.argv.includes('--all') ? proposals : proposals.slice(0, 1);
    if (all.length === 0)
      return [[said, refused?.code ?? 'nothing is proposed', '', '', '', '', '', '', '']];
    return all.map((proposal, index) => [index === 0 ? said : '', ...lineOf(proposal)]);
  }).flat();
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
  return [line(head), line(head.map(() => '---')), ...rows.map(line)].join('\n');
}

console.log(clientTable());

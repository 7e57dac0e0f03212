import type { Area } from '@tidy-quill/contract/clients';
import type { SiteId } from '@tidy-quill/core/sites';
import { defined } from '@tidy-quill/core/units';

export type BodyView = 'front' | 'back' | 'face';

/** One part of the drawn body that can be chosen. */
export interface BodyPart {
  readonly site: SiteId;
  readonly side: Area['side'];
  /** SVG path in the view's own frame. */
  readonly path: string;
}

export const VIEW_BOX: Readonly<Record<BodyView, string>> = {
  front: '0 0 150 326',
  back: '0 0 150 326',
  face: '0 0 150 190',
};

const WIDTH = 150;

type Corners = readonly (readonly [number, number])[];

/** A closed shape through corners, rounded between them. */
function rounded(corners: Corners): string {
  const mid = (i: number) => {
    const [x, y] = defined(corners[i]);
    const [nextX, nextY] = defined(corners[(i + 1) % corners.length]);
    return `${(x + nextX) / 2},${(y + nextY) / 2}`;
  };
  const turns = corners.map((_, i) => {
    const [x, y] = defined(corners[(i + 1) % corners.length]);
    return `Q${x},${y} ${mid((i + 1) % corners.length)}`;
  });
  return `M${mid(0)}${turns.join('')}Z`;
}

const mirrored = (corners: Corners): Corners => corners.map(([x, y]) => [WIDTH - x, y] as const);

const whole = (site: SiteId, corners: Corners): BodyPart => ({
  site,
  side: 'whole',
  path: rounded(corners),
});

/** Both sides of a part; `corners` are those at the left of the picture, which is `atLeft` of the client. */
const pair = (atLeft: 'left' | 'right', site: SiteId, corners: Corners): BodyPart[] => [
  { site, side: atLeft, path: rounded(corners) },
  {
    site,
    side: atLeft === 'left' ? 'right' : 'left',
    path: rounded(mirrored(corners)),
  },
];

const UPPER_ARM: Corners = [
  [46, 55],
  [35, 57],
  [29, 74],
  [28, 104],
  [42, 106],
  [45, 84],
  [48, 62],
];
const FOREARM: Corners = [
  [28, 107],
  [25, 128],
  [21, 150],
  [31, 153],
  [38, 132],
  [42, 109],
];
const THIGH: Corners = [
  [51, 152],
  [50, 180],
  [54, 224],
  [72, 224],
  [73, 190],
  [73, 172],
  [60, 160],
];
const HAND: Corners = [
  [21, 158],
  [16, 166],
  [17, 174],
  [26, 174],
  [31, 164],
  [31, 159],
];
const WRIST: Corners = [
  [20, 151],
  [19, 157],
  [31, 158],
  [32, 153],
];
const FINGERS: Corners = [
  [15, 176],
  [14, 188],
  [20, 192],
  [27, 186],
  [27, 176],
];
const SHOULDER: Corners = [
  [60, 50],
  [46, 54],
  [33, 62],
  [40, 66],
  [50, 60],
];
const ANKLE: Corners = [
  [56, 290],
  [69, 290],
  [69, 300],
  [57, 300],
];
const CALF: Corners = [
  [53, 246],
  [51, 264],
  [57, 288],
  [69, 288],
  [72, 264],
  [71, 246],
];

// Seen from the front the client's right is at the left of the picture.
const FRONT: readonly BodyPart[] = [
  whole('neck', [
    [66, 42],
    [84, 42],
    [90, 54],
    [60, 54],
  ]),
  whole('chest', [
    [48, 55],
    [102, 55],
    [105, 74],
    [99, 98],
    [51, 98],
    [45, 74],
  ]),
  whole('abdomen', [
    [59, 100],
    [91, 100],
    [92, 120],
    [93, 138],
    [57, 138],
    [58, 120],
  ]),
  ...pair('right', 'shoulder', SHOULDER),
  ...pair('right', 'upperArm', UPPER_ARM),
  ...pair('right', 'chestSide', [
    [50, 100],
    [56, 100],
    [58, 118],
    [50, 120],
  ]),
  ...pair('right', 'hip', [
    [49, 124],
    [56, 126],
    [56, 137],
    [48, 137],
  ]),
  ...pair('right', 'underarm', [
    [45, 76],
    [52, 74],
    [53, 96],
    [46, 94],
  ]),
  ...pair('right', 'forearm', FOREARM),
  ...pair('right', 'wrist', WRIST),
  ...pair('right', 'hand', HAND),
  ...pair('right', 'fingers', FINGERS),
  ...pair('right', 'bikiniLine', [
    [49, 139],
    [58, 139],
    [72, 164],
    [70, 174],
    [52, 152],
  ]),
  whole('genitalArea', [
    [62, 141],
    [88, 141],
    [78, 172],
    [72, 172],
  ]),
  ...pair('right', 'thigh', THIGH),
  ...pair('right', 'knee', [
    [53, 225],
    [72, 225],
    [72, 245],
    [53, 245],
  ]),
  ...pair('right', 'lowerLeg', CALF),
  ...pair('right', 'ankle', ANKLE),
  ...pair('right', 'foot', [
    [57, 299],
    [70, 299],
    [71, 320],
    [46, 321],
    [52, 310],
  ]),
];

// From behind, the client's left is at the left.
const BACK: readonly BodyPart[] = [
  whole('upperBack', [
    [46, 54],
    [104, 54],
    [107, 76],
    [100, 102],
    [50, 102],
    [43, 76],
  ]),
  whole('lowerBack', [
    [51, 103],
    [99, 103],
    [100, 124],
    [102, 136],
    [48, 136],
    [50, 124],
  ]),
  ...pair('left', 'upperArm', UPPER_ARM),
  ...pair('left', 'forearm', FOREARM),
  ...pair('left', 'thigh', [
    [49, 172],
    [50, 196],
    [54, 234],
    [72, 234],
    [73, 196],
    [74, 172],
  ]),
  ...pair('left', 'calf', CALF),
];

const FACE: readonly BodyPart[] = [
  whole('scalp', [
    [46, 12],
    [104, 12],
    [116, 42],
    [34, 42],
  ]),
  ...pair('right', 'ear', [
    [22, 60],
    [29, 62],
    [31, 84],
    [24, 88],
  ]),
  ...pair('right', 'cheek', [
    [30, 66],
    [54, 72],
    [58, 98],
    [48, 116],
    [34, 100],
  ]),
  whole('upperLip', [
    [58, 99],
    [92, 99],
    [94, 110],
    [56, 110],
  ]),
  whole('chin', [
    [56, 122],
    [94, 122],
    [88, 142],
    [62, 142],
  ]),
  whole('neck', [
    [54, 146],
    [96, 146],
    [108, 180],
    [42, 180],
  ]),
];

export const BODY_PARTS: Readonly<Record<BodyView, readonly BodyPart[]>> = {
  front: FRONT,
  back: BACK,
  face: FACE,
};

const HEAD: Corners = [
  [62, 6],
  [88, 6],
  [94, 26],
  [84, 46],
  [66, 46],
  [56, 26],
];
/** What is drawn around the parts: head, hands, seat. */
export const OUTLINES: Readonly<Record<BodyView, readonly string[]>> = {
  front: [rounded(HEAD), rounded(HAND), rounded(mirrored(HAND))],
  back: [
    rounded(HEAD),
    rounded([
      [66, 42],
      [84, 42],
      [90, 54],
      [60, 54],
    ]),
    rounded(HAND),
    rounded(mirrored(HAND)),
    rounded([
      [48, 137],
      [102, 137],
      [104, 158],
      [100, 172],
      [50, 172],
      [46, 158],
    ]),
    rounded([
      [53, 235],
      [72, 235],
      [72, 245],
      [53, 245],
    ]),
    rounded(
      mirrored([
        [53, 235],
        [72, 235],
        [72, 245],
        [53, 245],
      ]),
    ),
    rounded([
      [57, 299],
      [70, 299],
      [70, 316],
      [54, 316],
    ]),
    rounded(
      mirrored([
        [57, 299],
        [70, 299],
        [70, 316],
        [54, 316],
      ]),
    ),
  ],
  face: [
    rounded([
      [44, 10],
      [106, 10],
      [122, 60],
      [114, 108],
      [92, 146],
      [58, 146],
      [36, 108],
      [28, 60],
    ]),
    'M47,62q9,-8 18,0M85,62q9,-8 18,0',
    'M75,66q-6,20 -8,24q8,6 16,0',
    'M60,115q15,8 30,0q-15,-6 -30,0',
  ],
};

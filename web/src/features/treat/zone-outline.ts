import { SITES, type SiteId } from '@tidy-quill/core/sites';

// In a frame of 100 × 100 that is stretched to the cells: the shape, not the size, says where one is.
const SHAPES = {
  limb: 'M6,0H94C93,30 98,45 92,72C90,84 88,92 86,100H14C12,92 10,84 8,72C2,45 7,30 6,0Z',
  trunk: 'M4,6C20,-2 80,-2 96,6C100,35 88,60 92,96C70,102 30,102 8,96C12,60 0,35 4,6Z',
  face: 'M50,0C85,0 100,28 98,55C95,85 70,100 50,100C30,100 5,85 2,55C0,28 15,0 50,0Z',
  fold: 'M20,2C60,-4 100,20 98,50C100,82 62,104 22,98C4,84 -2,20 20,2Z',
} as const;

/** The outline of a zone's kind of place, as an SVG path in a frame of 100 × 100. */
export function zoneOutline(site: SiteId): string {
  const { part } = SITES[site];
  switch (part) {
    case 'limb':
      return SHAPES.limb;
    case 'trunk':
      return SHAPES.trunk;
    case 'face':
      return SHAPES.face;
    case 'underarm':
    case 'bikini':
      return SHAPES.fold;
  }
}

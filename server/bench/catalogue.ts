import { propose, type PlanCase } from '@tidy-quill/core/plan';
import { bench } from '../../core/bench/timing';
import { DEMO_HANDPIECES } from '../src/db/demo/catalogue';
import { TEXTBOOK_PROTOCOL } from '../src/features/catalogue/textbook-protocol';

let nudged = 0;
const fresh = (): PlanCase => {
  nudged += 1;
  return {
    subject: {
      site: 'thigh',
      areaCm2: 900,
      skin: {
        type: 2,
        tan: 'none',
        freckled: false,
        measuredFraction: 0.016 + nudged * 1e-7,
      },
      hair: { colour: 'black', calibre: 'coarse', density: 'medium' },
      history: [],
    },
    handpieces: DEMO_HANDPIECES,
    protocol: TEXTBOOK_PROTOCOL,
    today: '2026-11-24',
  };
};

bench('the demo clinic’s whole catalogue ranked for one client', 100, 800, () => propose(fresh()));

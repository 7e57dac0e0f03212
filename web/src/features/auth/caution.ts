export const CAUTION_SHORT =
  'An estimate for a trained operator. Device manual, clinic protocol, supervisor and local law come first.';

/** The caution as it is read once after the first sign-in. */
export const CAUTION_FULL: readonly string[] = [
  'Tidy Quill supports a trained operator. It does not replace the device’s manual, the clinic’s protocol, the medical supervisor, or the law on who may fire which laser.',
  'What it works out is an estimate with stated limits, not tested on patients. A test spot decides.',
  'It never recommends above the lowest of the device’s limit, the clinic’s protocol, the model’s ceiling with its margin, and what this skin has reacted to.',
  'Stops are stops. Overriding one takes a supervisor’s name and a reason, and stays on the record.',
  'Eye exposure, spreading infection, allergic swelling or fever: clinician or emergency services, now.',
];

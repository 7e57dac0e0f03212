import type { SkinAddition, StepAdvice } from '@tidy-quill/core/plan';

/** What makes a skin count as darker than its type. */
export const ADDITION_WORDS: Readonly<Record<SkinAddition, string>> = {
  unexposedDarker: 'darker where no sun comes',
  tanFading: 'a fading tan',
  tanFresh: 'a fresh tan',
  selfTan: 'self-tan',
  freckled: 'freckles',
  darkerSite: 'a naturally darker place',
  measured: 'what was measured',
};

/** Why a next setting is higher, lower or the same. */
export const STEP_WORDS: Readonly<Record<StepAdvice['because'], string>> = {
  noEndpoint: 'no endpoint was seen and pain was 0–4: + 10 %',
  faintEndpoint: 'the endpoint was faint and pain was 0–4: + 10 %',
  endpointRight: 'the endpoint was right: hold',
  notRead: 'no endpoint was noted: hold, nothing is raised unseen',
  endpointStrong: 'the endpoint was strong: − 10 %',
  pain5or6: 'pain was 5–6: − 10 %',
  pain7: 'pain was 7 or more: − 20 % and find the cause',
  adverse: 'the skin reacted: − 20 % after healing',
};

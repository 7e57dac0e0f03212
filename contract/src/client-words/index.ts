export {
  clientWords,
  ENGLISH,
  SHIPPED_CLIENT_TEXTS,
  type ClientWords,
  type LanguageRead,
} from './client-words';
export { expectationLines, offeredOf } from './expectations';
export { clientMessage } from './visit-message';
export { sourcesOf, type OwnTexts } from './sources';
export { adviceLine, consentsIn, saysAll } from './translated';

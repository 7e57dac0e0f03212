import { clientWords, ENGLISH } from '@tidy-quill/contract/client-words/index';
import { createContext, useContext } from 'react';

/** In which words questions are asked: English at the desk, the client’s language at home. */
export const QuestionWords = createContext(clientWords('questions', ENGLISH));

export const useQuestionWords = () => useContext(QuestionWords);

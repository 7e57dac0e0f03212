export * from '@tidy-quill/contract/words/index';

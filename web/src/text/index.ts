export * from '@tidy-quill/contract/labels/index';

import { teller } from '../units';

/** Why a document, a file or a part of one cannot be used. */
export type DocumentCode =
  | 'cannot-be-used'
  | 'no-object'
  | 'not-allowed'
  | 'other-format'
  | 'no-version'
  | 'newer-version'
  | 'take-newer'
  | 'take-unreadable'
  | 'no-report'
  | 'nothing-was-changed'
  | 'too-large'
  | 'no-document'
  | 'no-json'
  | 'no-known-format'
  | 'the-field'
  | 'no-such-field'
  | 'no-list'
  | 'same-id'
  | 'no-attempt'
  | 'the-sessions'
  | 'the-attempts'
  | 'the-shelf'
  | 'session-number'
  | 'attempt-number';

export const tell = teller<DocumentCode>('documents');

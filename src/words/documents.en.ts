import type { DocumentCode } from '../core/document';

/** Why a document, a file or a part of one cannot be used. */
export const DOCUMENTS: Readonly<Record<DocumentCode, string>> = {
  'cannot-be-used': 'The {what, select, shelf {shelf} setup {set-up} named {session “{name}”} other {session}} cannot be used: {problem}.',
  'no-object': 'it is no object with fields',
  'not-allowed': '{field} is not allowed',
  'other-format': 'The field “format” is not “{format}”: choose a file exported here.',
  'no-version': 'The field “version” is missing or no whole number from 1.',
  'newer-version': 'This was made by a newer version of the program ({version}, and this one reads up to {most}): update the program first.',
  'take-newer': 'The take kept here was made by a newer version of the program: load its files again.',
  'take-unreadable': 'The take kept here cannot be read ({field}): load its files again.',
  'no-report': 'it is no report',
  'nothing-was-changed': '{reason} Nothing was changed.',
  'too-large': 'The file is larger than 250 MB, which no session or backup is: choose the exported JSON file.',
  'no-document': 'The file holds JSON but no Shuttlecraft document: choose a file exported here.',
  'no-json': 'The file is not readable as JSON, perhaps cut short or of another kind: export it again.',
  'no-known-format': 'The field “format” names no Shuttlecraft document: choose a session, shelf, set-up or library file exported here.',
  'the-field': 'the field “{field}”',
  'no-such-field': 'No backup has such a field.',
  'no-list': 'The field “{field}” is no list.',
  'same-id': 'Another session of the file has the same id.',
  'no-attempt': 'It is no attempt, or its set-up cannot be read.',
  'the-sessions': 'the sessions',
  'the-attempts': 'the attempts',
  'the-shelf': 'the shelf',
  'session-number': 'session {number}',
  'attempt-number': 'attempt {number}',
};

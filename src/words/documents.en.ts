import type { DocumentCode } from '../core/document';

/** Why a document, a file or a part of one cannot be used. */
export const DOCUMENTS: Readonly<Record<DocumentCode, string>> = {
  'cannot-be-used': 'The {what, select, shelf {shelf} setup {set-up} named {session “{name}”} other {session}} cannot be used: {problem}.',
  'no-object': 'it has no fields',
  'not-allowed': '{field} is not allowed',
  'other-format': 'The field “format” is not “{format}”: choose a file exported here.',
  'no-version': 'The field “version” is missing, or no whole number from 1 up.',
  'newer-version': 'This was made by a newer version of the program ({version}; this one reads up to {most}): update the program first.',
  'take-newer': 'The stored take was made by a newer version of the program: load its files again.',
  'take-unreadable': 'The stored take cannot be read ({field}): load its files again.',
  'no-report': 'it is no report',
  'nothing-was-changed': '{reason} Nothing was changed.',
  'too-large': 'The file is larger than 250 MB, which no session or backup is: choose the exported JSON file.',
  'no-document': 'The file is JSON, but not from Shuttlecraft: choose a file exported here.',
  'no-json': 'The file cannot be read as JSON. It may be cut short, or of another kind: export it again.',
  'no-known-format': 'The field “format” names nothing from Shuttlecraft: choose a session, shelf, set-up or library file exported here.',
  'the-field': 'the field “{field}”',
  'no-such-field': 'No backup has such a field.',
  'no-list': 'The field “{field}” is not a list.',
  'same-id': 'Another session in the file has the same id.',
  'no-attempt': 'It is not an attempt, or its set-up cannot be read.',
  'the-sessions': 'the sessions',
  'the-attempts': 'the attempts',
  'the-shelf': 'the shelf',
  'session-number': 'session {number}',
  'attempt-number': 'attempt {number}',
};

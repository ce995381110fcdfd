import { speaker } from './speaker';

/** What storage says. */
export const sayDb = speaker('db', {
  'the-browser-has-no-room-left': 'The browser has no room left, so your last changes are not saved: export this session now, then delete old ones.',
  'the-browser-refuses-to-save-a':
    'The browser refuses to save (a private window, or storage switched off). Your changes live only in this tab: export this session before you close it.',
  'the-browsers-storage-cannot-be-read':
    'The browser’s storage cannot be read just now ({error}). Nothing was changed; load the page again, and close other tabs of Shuttlecraft if it stays so.',
  'cannot-be-used-it-is-no': 'cannot be used: it is no backup that can be read to its end. Copy it again, or choose another. Nothing was changed.',
  'the-session-is-stored-under-another': 'The session is stored under another id than its own.',
  recovered: '{other}, recovered',
  'as-deleted': '{session}, as deleted',
  'nothing-was-changed-export-it-from': '{reason} Nothing was changed; export it from Sessions.',
  'that-cannot-be-put-on-the': 'That cannot be put on the shelf: {problem}. Nothing was changed.',
  'unknown-trouble': 'unknown trouble',
});

import { speaker } from './speaker';

/** Where something is recorded. */
export const sayCapture = speaker('capture', {
  'input-level': 'Input level {peaks}',
  silent: 'silent',
  input: 'Input',
  'as-the-system-has-it': 'as the system has it',
  record: 'Record',
  'choose-a-file': 'Choose a file',
  'that-is-enough': 'That is enough',
  'in-s': 'in {count} s',
  's-left': '{left} s left',
  file: '{name} file',
  'the-page-was-reloaded-while-recording': 'The page was reloaded while recording, and nothing was kept. Record again.',
  'the-browser-asks-before-it-listens': 'The browser asks before it listens; its own processing is off, and the sound stays on this computer.',
  'the-browser-was-not-allowed-to':
    'The browser was not allowed to listen: allow the microphone for this page beside its address, then press Record again.',
  'no-audio-input-was-found-plug': 'No audio input was found: plug the interface in, wait for it to appear in the list, then press Record again.',
  'the-input-is-in-use-by': 'Another program uses this input, or it was unplugged: close that program or plug it in again.',
  'the-chosen-input-has-gone-choose': 'The chosen input is gone: choose another from the list.',
  'this-browser-cannot-record-here-record': 'This browser cannot record here: record with the program you know and choose the file instead.',
  'input-2': 'Input {i}',
  'the-view-was-left-before-the': 'You left before the browser could listen: nothing was recorded.',
  'the-input-was-unplugged':
    'The input was unplugged after {seconds} s. What was recorded until then is kept: check it, or plug in and record again.',
  'the-disk-is-full': 'There is no more room to record on this computer. The first {seconds} s are kept: check them, then free some room.',
  'the-recording-broke-off': 'The recording stopped after {seconds} s. What was recorded until then is kept: check it, or record again.',
  channel: 'Channel',
  'all-of-them': 'all of them',
});

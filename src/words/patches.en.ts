import type { PatchCode } from '../core/patch';

/** Why there is no patch of microphones to inputs, and what to do. */
export const PATCHES: Readonly<Record<PatchCode, string>> = {
  'too-many':
    '{microphones, plural, one {# microphone} other {# microphones}} and {inputs, plural, one {# input} other {# inputs}}: {over} too many. Leave out {these}, or add a device.',
  'must-have-power': '{names} must have phantom power',
  'must-not-have-power': '{names} must never get it',
  'needs-its-plug': '{names} {count, plural, one {needs an input with its} other {need inputs with their}} connector',
  'needs-its-level': '{names} {count, plural, one {needs an input that takes its} other {need inputs that take their}} level',
  'needs-a-cable': '{names} {count, plural, one {needs a longer cable} other {need longer cables}}',
  paired: '{one} with {other}',
  'wants-neighbours': '{names} {count, plural, one {needs} other {need}} neighbouring inputs of the same kind',
  'is-pinned': '{names} {count, plural, one {is} other {are}} pinned',
  'wants-an-input': '{names} {count, plural, one {needs an input} other {need inputs}} too',
  'no-patch': 'No patch can do all of it: {must}. Do one of these: {way}.',
  'no-patch-also': 'No patch can do all of it: {must}, and {also}. Do one of these: {way}.',
  'pad-or-move': 'switch a pad on, move it back or choose another microphone',
  'longer-cable': 'get a longer cable or move a device closer',
  'let-go-pins': 'unpin one or leave one out',
  'adaptor-box': 'use another device or an adaptor box',
  'swap-microphone': 'swap one for a microphone that tolerates it, or leave one out',
  'undo-the-pair': 'free two neighbouring inputs or separate the pair',
  'leave-out-or-add': 'leave one out or add a device',
  'no-device': 'There is no input device on the shelf: add one first.',
  'no-other-patch': 'There is no other patch of these microphones to these inputs.',
};

import { speaker } from './speaker';

/** What the stores say of what they do behind the views. */
export const sayStores = speaker('stores', {
  'this-attempt-was-dropped-in-another': 'This attempt was dropped in another tab: nothing was changed.',
  'the-set-up-of-this-attempt': 'The set-up of this attempt cannot be read any more; only its words and figures are left.',
  anything: 'anything',
  'two-cables-exchanged': 'two cables exchanged',
  'a-reversed-cable': 'a reversed cable',
  'a-dead-cable': 'a dead cable',
  'a-bank-without-power': 'a bank without power',
  'a-gain-that-is-not-what': 'a gain that is not what it says',
  hum: 'hum',
  'a-device-that-does-nothing': 'a device that does not react',
  'a-connection-that-drops': 'a connection that drops',
  'it-could-not-be-worked-out': 'It could not be worked out ({error}): change something and it is tried again.',
  'another-tab-changed-this-session-you': 'Another tab changed this session; you now see its version. Undo brings yours back.',
  'a-change-made-in-another-tab': 'a change made in another tab',
  'another-tab-changed-this-session-at': 'Another tab changed this session at the same time; its changes and yours are both here.',
  'another-tab-changed-this-session-while':
    'Another tab changed this session while you went back a step; you see its version, and Undo brings yours back.',
  'another-tab-changed-this-session-at-2':
    'Another tab changed this session at the same time, so your last change no longer fits; you see its version, and Undo brings yours back.',
  'unknown-trouble': 'unknown trouble',
});

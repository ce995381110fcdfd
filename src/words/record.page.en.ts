import { speaker } from './speaker';

/** Where the song is recorded. */
export const sayRecord = speaker('record', {
  heading: 'Record the song',
  'all-channels-as-long-as-it-takes':
    '{channels, plural, one {One channel} other {All # channels}}, as long as it takes. Every take stays in this browser until you throw it away. Save the ones you want to keep.',
  'before-you-start': 'Before you start',
  'no-microphone': 'No microphone is placed.',
  'no-take-was-checked': 'The set-up is not proven yet. Record ten seconds in Check first.',
  'the-take-has-faults': 'The last check found {faults, plural, one {# thing} other {# things}} to fix.',
  'the-plan-has-faults': 'The plan has {faults, plural, one {# thing} other {# things}} to fix.',
  'mute-the-speakers': 'Speakers off, closed headphones on, as quiet as you can play to.',
  'after-it-listen': 'To judge a take, take the headphones off and listen on speakers.',
  record: 'Record',
  'go-there': 'Go there',
  takes: 'Takes',
  'no-take-here': 'No take yet.',
  'take-number': 'Take {number}',
  'take-facts': '{length}, {channels, plural, one {# channel} other {# channels}}, {time}',
  'cut-off': 'It was cut off, and is as long as it got.',
  'in-memory-alone': 'It is in memory only: save it before you close this page.',
  save: 'Save',
  'check-it': 'Check it',
  'throw-away': 'Throw away',
  'yes-throw-it-away': 'Yes, throw it away',
  'of-take': '{act}: take {number}',
});

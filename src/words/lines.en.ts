import type { LineCode } from '../core/lineCheck';

/** What the line check says of a line and of what hinders it. */
export const LINES: Readonly<Record<LineCode, string>> = {
  'device-deaf':
    'The device takes commands but nothing changes: its gain was moved and its meters did not follow. Check that no other program has it and that it is the device plugged in. Switch it off and on, then check again.',
  'gain-unmoved': 'Input {inputs} did not follow its gain: a knob or switch on the device overrides it. Set it there, then check again.',
  silent: '{line} is silent. Try its cable on another microphone, then another input. Does the microphone have a switch?',
  'silent-though-powered':
    '{line} is silent, though its bank has power: others there are heard. Try its cable on another microphone, then another input. Does the microphone have a switch?',
  'silent-as-if-open':
    '{line} is silent, and its input hisses as if nothing were plugged in. Try its cable on another microphone, then another input. Does the microphone have a switch?',
  'input-gives-no-power': '{line} is silent and needs power, and input {input} gives none. Use another input, or a separate power supply.',
  'bank-stays-off': '{line} is silent and needs power, and bank {bank} stays off because of {others}. Move one of them to another bank in Patch.',
  'bank-says-off':
    '{line} is silent and needs power, and bank {bank} reports that it is off. Monitors down, switch it off, wait ten seconds, switch it on again. If it stays silent, use another bank or a separate power supply.',
  'bank-gives-none':
    '{line} is silent and needs power: bank {bank} reports that it is on, and no power arrives. Monitors down, switch it off, wait ten seconds, switch it on again. If it stays silent, use another bank or a separate power supply.',
  'in-a-free-input': '{line} is in an input the patch leaves free: plug it into input {input}, power off first.',
  'heard-two-alike': 'Input {input} heard two microphones about equally loud: tap {line} again, alone, on its body.',
  'in-its-input': 'Input {input} has {other} where {line} should be: plug {other} into input {otherInput}, power off first.',
  'polarity-open':
    '{lines} {count, plural, one {has} other {have}} opposite polarity to {others}, and it is open whose is reversed. Swap one cable and tap again. A clap in front pushes first, so look at {lines} first.',
  'polarity-reversed':
    'The polarity of {line} is reversed: it first swings opposite to the other {others}. Use another cable, or reverse its polarity in the mix and note it.',
  'power-harms':
    '{line} must never get phantom power, and another microphone on the same switch needs it: the switch stays off. Move one of them in Patch.',
  'lost-before-the-take':
    'The connection to the device was lost {times, plural, one {once} other {# times}}: before the take, use another cable and a port on the computer itself, no hub.',
  loose: '{line} cuts out and comes back: a loose contact. Power off, then try another cable; move the plugs at both ends and listen.',
  crackles: '{line} crackles {times} times in six seconds of silence. Power off, then try another cable. Clean the contacts and keep it dry.',
  'second-way-silent': '{line}, is silent: run another cable from its splitter to input {input}.',
  'second-way-other': 'Input {input} has {other} where {line}, should be: plug the splitter’s other output in there.',
  'plug-into': '{line} into input {input}',
  exchanged: '{lines} are swapped: swap their plugs at inputs {inputs}, power off first.',
  'in-a-ring': '{lines} are each in the next one’s input: power off, then plug {plugs}.',
  'one-off': '{lines} are all one input off: power off, then plug {plugs}.',
  'said-hums':
    '{line} hums. Keep its cable away from power leads and dimmers, try another cable, and run everything from one outlet. Never lift the safety earth.',
  'said-hisses': '{line} hisses: try another cable, another input, and everything between.',
  'said-crackles': '{line} crackles: power off, then try another cable. Clean the contacts and keep it dry.',
  'said-hot': '{line} is too hot: turn input {input} down until its peaks are near {peak} dBFS.',
  'said-soft': '{line} is too soft: turn input {input} up until its peaks are near {peak} dBFS, and check that no pad is on.',
  unplayed: '{line} hardly heard anything: play what it is there for, as loud as in the take, and repeat that step.',
  'as-with-a-pad':
    '{line} is {by} dB softer than planned, as if a pad were on. Check the switch on the microphone, input {input} and everything between.',
  'gain-too-high':
    '{line} is {by} dB louder than planned: its preamp is not at {gain} dB. Turn it down by {by} dB at the device, and check the pads of input {input} and of the microphone.',
  'gain-too-low':
    '{line} is {by} dB softer than planned: its preamp is not at {gain} dB. Turn it up by {by} dB at the device, and check the pads of input {input} and of the microphone.',
  'all-louder':
    'Everything is {by} dB louder than planned: it is played louder, or {lines, plural, one {its gain is} other {all gains are}} set differently. Turn {lines, plural, one {it} other {every gain}} down by that much.',
  'all-softer':
    'Everything is {by} dB softer than planned: it is played softer, or {lines, plural, one {its gain is} other {all gains are}} set differently. Turn {lines, plural, one {it} other {every gain}} up by that much.',
  hums: '{line} hums at {mains} Hz, {level} dBFS. Keep its cable away from power leads and dimmers, try another cable, and run everything from one outlet. Never lift the safety earth.',
  hisses: '{line} hisses evenly, {over} dB above what is expected: try another cable, another input, and everything between. Let a condenser dry.',
  noisy: '{line} is at {level} dBFS in silence, {over} dB above what is expected. Listen to it alone: a fan, an open plug, a worn cable?',
  'device-lacks-input':
    'The device has no input “{input}” and the shelf has one, so nothing is switched. Use the device the shelf describes, or change it there.',
  'no-power-at-all': 'no phantom power at all',
  'one-switch-for': 'one phantom switch for {inputs}',
  'banks-differ':
    'The device reports {device} and the shelf has {shelf}, so nothing is switched. Change the device on the shelf, solve the patch again, then check.',
  'input-called': 'Input {input}',
  'howls-gains-down':
    '{line} feeds back at {hertz} Hz: every gain is at its lowest now. Monitors down, headphones off, microphones away from loudspeakers. Then set power and gains again.',
  howls:
    '{line} feeds back at {hertz} Hz: turn every gain down now. Monitors down, headphones off, microphones away from loudspeakers. Then set power and gains again.',
  'power-still-on': 'The device reports that power is still on in {banks}: switch it off there before you plug anything.',
  'power-comes-first': 'Power comes before sound: do that step first.',
  'monitors-go-first': 'Monitors go down before anything is plugged, and cables go in before power.',
  'changed-since':
    'The patch, or what is in it, has changed, so power is off everywhere. Start again with the monitors down, plug as it is now, and check again.',
  'off-by-hand': '{why} Switch phantom power off at the device before you touch a cable.',
  'power-is-still-on': '{why} Power is still on: switch it off at the device before you touch a cable.',
  'begin-again': 'That did not work: begin again.',
  'not-said-yet': 'The device has not reported what it is yet.',
  ended: 'The line check was ended.',
  'not-said-how-set': 'The device did not report how it is set.',
  'recorded-nothing': 'The device recorded nothing.',
  'connection-lost': 'The connection to the device was lost.',
  'does-not-answer': 'The device does not answer: check that it is on, then connect again.',
  'nobody-there': 'No device answers at that address: check that it, or its bridge, is running, then connect again.',
  'another-language': 'The device did not report what it is: it speaks another protocol than this page.',
  'another-length': 'The device sent more or less sound than it announced.',
};

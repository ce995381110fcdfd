import type { LineCode } from '../core/lineCheck';

/** What the line check says of a line and of what hinders it. */
export const LINES: Readonly<Record<LineCode, string>> = {
  'device-deaf':
    'The device takes commands and does nothing: its gain was moved and its meters were not. Look whether another program holds it, whether it is the device that is plugged in, switch it off and on, and check again.',
  'gain-unmoved': 'Input {inputs} did not follow its gain: a knob or a switch on the device itself rules it. Set it there, then check again.',
  silent: '{line} is silent: try its cable on another microphone, then its input; look whether the microphone has a switch.',
  'silent-though-powered':
    '{line} is silent, and power is on in its bank, for others there are heard: try its cable on another microphone, then its input; look whether the microphone has a switch.',
  'silent-as-if-open':
    '{line} is silent, and its input hisses as one with nothing in it: try its cable on another microphone, then its input; look whether the microphone has a switch.',
  'input-gives-no-power': '{line} is silent, and it needs power: input {input} gives none. Use another input, or a supply of its own.',
  'bank-stays-off': '{line} is silent, and it needs power: bank {bank} stays off for {others}. Move one of them to another bank in Patch.',
  'bank-says-off':
    '{line} is silent, and it needs power: bank {bank} says that it is off. Monitors down, switch it off, wait ten seconds, switch it on again; if nothing comes, plug it into another bank or give it a supply of its own.',
  'bank-gives-none':
    '{line} is silent, and it needs power: bank {bank} says that it is on and gives none. Monitors down, switch it off, wait ten seconds, switch it on again; if nothing comes, plug it into another bank or give it a supply of its own.',
  'in-a-free-input': '{line} is in an input that the patch leaves free: plug it into input {input}, power off first.',
  'heard-two-alike': 'Input {input} heard two microphones about as loud: tap {line} again, by itself, on its body.',
  'in-its-input': 'Input {input} has {other} where {line} should be: plug {other} into input {otherInput}, power off first.',
  'polarity-open':
    '{lines} {count, plural, one {has} other {have}} opposite polarity to {others}, and it is not settled whose is reversed: exchange one cable and tap again. A clap in front pushes first, so look at {lines} first.',
  'polarity-reversed':
    'The polarity of {line} is reversed: its first swing is opposite to the other {others}. Use another cable, or reverse its polarity in the mix and write that down.',
  'power-harms':
    '{line} must never get phantom power, and another microphone on the same switch needs it: the switch stays off. Move one of them in Patch.',
  'lost-before-the-take':
    'The connection to the device was lost {times, plural, one {once} other {# times}}: take another cable and a port of the computer itself, no hub, before the take.',
  loose: '{line} cuts out and comes back: a contact is loose. Power off, then another cable; move the plugs at both ends and listen.',
  crackles: '{line} crackles: {times} times in six seconds of silence. Power off, then another cable; clean the contacts, keep it dry.',
  'second-way-silent': '{line}, is silent: take another cable from its splitter to input {input}.',
  'second-way-other': 'Input {input} has {other} where {line}, should be: plug the splitter’s other way in there.',
  'plug-into': '{line} into input {input}',
  exchanged: '{lines} are in each other’s inputs: exchange their plugs at inputs {inputs}, power off first.',
  'in-a-ring': '{lines} are plugged in a ring, each in the input of the next: power off, then plug {plugs}.',
  'one-off': '{lines} are all one input off: power off, then plug {plugs}.',
  'said-hums':
    '{line} hums: keep its cable away from power leads and dimmers, try another cable, plug everything into one outlet; never lift the safety earth.',
  'said-hisses': '{line} hisses: try another cable and another input, and check everything between.',
  'said-crackles': '{line} crackles: power off, then another cable; clean the contacts, keep it dry.',
  'said-hot': '{line} is too hot: turn input {input} down until its peaks are near {peak} dBFS.',
  'said-soft': '{line} is too soft: turn input {input} up until its peaks are near {peak} dBFS, and look for a pad that is in.',
  unplayed: '{line} hardly heard the playing: play what it is there for, as loudly as in the take, and do that step again.',
  'as-with-a-pad':
    '{line} is {by} dB softer than planned, as with a pad left on. Check the switch on the microphone, input {input} and everything between.',
  'gain-too-high':
    '{line} comes {by} dB hotter than planned: its preamp is not at {gain} dB. Turn it down by {by} dB at the device, and look at the pad of input {input} and of the microphone.',
  'gain-too-low':
    '{line} comes {by} dB softer than planned: its preamp is not at {gain} dB. Turn it up by {by} dB at the device, and look at the pad of input {input} and of the microphone.',
  'all-louder':
    'All of it is {by} dB louder than planned: it is played so, or {lines, plural, one {its gain is} other {all gains are}} elsewhere. Turn {lines, plural, one {it} other {every gain}} by as much.',
  'all-softer':
    'All of it is {by} dB softer than planned: it is played so, or {lines, plural, one {its gain is} other {all gains are}} elsewhere. Turn {lines, plural, one {it} other {every gain}} by as much.',
  hums: '{line} hums at {mains} Hz, {level} dBFS: lead its cable away from power leads and dimmers, try another cable, plug everything into one outlet; never lift the safety earth.',
  hisses:
    '{line} hisses evenly, {over} dB over what it should: try another cable and another input; check everything between, and let a condenser dry.',
  noisy: '{line} is at {level} dBFS in silence, {over} dB over what it should be: listen to it alone, look for a fan, an open plug or a tired cable.',
  'device-lacks-input':
    'The device has no input “{input}” and the shelf has: nothing is switched. Take the device that the shelf means, or change it there.',
  'no-power-at-all': 'no phantom power at all',
  'one-switch-for': 'one phantom switch for {inputs}',
  'banks-differ':
    'The device says {device} where the shelf has {shelf}: nothing is switched. Change the device on the shelf, solve the patch again, then check.',
  'input-called': 'Input {input}',
  'howls-gains-down':
    '{line} howls at {hertz} Hz: every gain is at its least now. Turn the monitors down and the headphones off, keep microphones away from loudspeakers, then set power and gains again.',
  howls:
    '{line} howls at {hertz} Hz: turn every gain down now. Turn the monitors down and the headphones off, keep microphones away from loudspeakers, then set power and gains again.',
  'power-still-on': 'The device says that power is still on in {banks}: switch it off there before you plug anything.',
  'power-comes-first': 'Power comes before sound: do that step first.',
  'monitors-go-first': 'Monitors go down before anything is plugged, and cables go in before power.',
  'changed-since':
    'The patch, or what is in it, has changed since: power is off everywhere. Begin with the monitors down, plug as it is now, and check again.',
  'off-by-hand': '{why} Switch phantom power off at the device before you touch a cable.',
  'power-is-still-on': '{why} Power is still on: switch it off at the device before you touch a cable.',
  'begin-again': 'That did not work: begin again.',
  'not-said-yet': 'The device has not said yet what it is.',
  ended: 'The line check was ended.',
  'not-said-how-set': 'The device did not say how it is set.',
  'recorded-nothing': 'The device recorded nothing.',
  'connection-lost': 'The connection to the device was lost.',
  'does-not-answer': 'The device does not answer: look whether it is switched on, and connect again.',
  'nobody-there': 'No device answers at that address: look whether it, or its bridge, is running, then connect again.',
  'another-language': 'The device does not say what it is: it speaks another language than this page.',
  'another-length': 'The device sent another length of sound than it said.',
};

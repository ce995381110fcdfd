import Joi from 'joi';
import { PATTERN_NAMES } from '../../microphones';
import { PREAMP_CHARACTERS } from '../../patch';
import { address, id, name, number, object, point, sourceReference, spot } from '../schemaWords';
import type { PlacedMicrophone } from '../session';
import { ofSetUp, type Records } from './record';

const CHAIN = { since: 5 };
/** They were called otherwise before. */
const RENAMED = { since: 6 };

export const MICROPHONE = {
  id: ofSetUp('id', id),
  modelId: ofSetUp('kind of microphone', id, { refers: { to: 'model', lost: 'refused' } }),
  label: ofSetUp('label', Joi.string().trim().min(1).max(4)),
  name: ofSetUp('name', name),
  colour: ofSetUp('colour of its string', Joi.number().integer().min(0).max(7)),
  positionM: ofSetUp('place', point),
  aimM: ofSetUp('aim', point),
  pattern: ofSetUp('pattern', Joi.valid(...PATTERN_NAMES)),
  padOn: ofSetUp('pad', Joi.boolean()),
  flipped: ofSetUp('polarity reversed in the mix', Joi.boolean()),
  alignSamples: ofSetUp('delay in the mix', number(-1e6, 1e6, 'samples')),
  target: ofSetUp('source it is there for', sourceReference.allow(null), { refers: { to: 'source', lost: 'null' } }),
  locked: ofSetUp('locked', Joi.boolean()),
  stand: ofSetUp('stand', object({ modelId: id, baseM: spot }).allow(null), { refers: { to: 'stand', lost: 'null' } }),
  heldString: ofSetUp('held string', object({ instrumentId: id, markId: id, lengthM: number(0.01, 50, 'm') }).allow(null), {
    refers: { to: 'mark', lost: 'null' },
  }),
  setupId: ofSetUp('set-up it came with', id.allow(null)),
  pan: ofSetUp('pan', number(-1, 1).optional()),
  pinned: ofSetUp('pinned to its input', Joi.boolean().optional()),
  outboardId: ofSetUp('what it goes through', id.optional(), { ...RENAMED, refers: { to: 'outboard', lost: 'absent' } }),
  lineOutboardId: ofSetUp('what corrects it', id.optional(), { ...RENAMED, refers: { to: 'outboard', lost: 'absent' } }),
  lowCut: ofSetUp('low cut', Joi.boolean().optional()),
  inputLowCut: ofSetUp('low cut on its way', Joi.boolean().optional()),
  secondInput: ofSetUp('second input', address.optional(), RENAMED),
  preamp: ofSetUp('preamp it is wanted on', Joi.valid(...PREAMP_CHARACTERS).optional()),
  learnedDb: ofSetUp('level learned from a take', number(-60, 60, 'dB').optional()),
  cable: ofSetUp('cable', Joi.valid('reversed').optional(), CHAIN),
  inputInverted: ofSetUp('polarity reversed at its input', Joi.boolean().optional(), CHAIN),
  madeUp: ofSetUp('where its reversed cable is made up for', Joi.valid('input', 'mix').optional(), CHAIN),
  latencySamples: ofSetUp('delay by what is in its way', number(-1e6, 1e6, 'samples').optional(), CHAIN),
  cableChanges: ofSetUp('changes of its cable', Joi.number().integer().min(0).max(9999).optional(), CHAIN),
} satisfies Records<PlacedMicrophone>;

import Joi from 'joi';
import { FURNISHING_KINDS, type Furnishing } from '../../furnishings';
import { id, name, number, spot, turn } from '../schemaWords';
import { ofSetUp, type Records } from './record';

export const FURNISHING = {
  id: ofSetUp('id', id),
  kind: ofSetUp('kind', Joi.valid(...FURNISHING_KINDS)),
  name: ofSetUp('name', name),
  positionM: ofSetUp('place', spot),
  rotationDeg: ofSetUp('turn', turn()),
  widthM: ofSetUp('width', number(0.1, 6, 'm')),
  heightM: ofSetUp('height', number(0.1, 4, 'm')),
  bottomM: ofSetUp('lower edge', number(0, 6, 'm')),
  microphoneId: ofSetUp('microphone', id.allow(null), { refers: { to: 'microphone', lost: 'item' } }),
  layerM: ofSetUp('thickness', number(0.001, 1, 'm').optional()),
  airM: ofSetUp('air behind', number(0, 2, 'm').optional()),
} satisfies Records<Furnishing>;

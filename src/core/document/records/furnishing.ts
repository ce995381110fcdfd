import Joi from 'joi';
import { FURNISHING_KINDS, type Furnishing } from '../../furnishings';
import { id, name, number, object } from '../schemaWords';
import { ofSetUp, type Records } from './record';

export const FURNISHING = {
  id: ofSetUp('id', id),
  kind: ofSetUp('kind', Joi.valid(...FURNISHING_KINDS)),
  name: ofSetUp('name', name),
  positionM: ofSetUp('place', object({ x: number(-100, 100), y: number(-100, 100) })),
  rotationDeg: ofSetUp('turn', number(-360, 360)),
  widthM: ofSetUp('width', number(0.1, 6)),
  heightM: ofSetUp('height', number(0.1, 4)),
  bottomM: ofSetUp('lower edge', number(0, 6)),
  microphoneId: ofSetUp('microphone', id.allow(null)),
  layerM: ofSetUp('thickness', number(0.001, 1).optional()),
  airM: ofSetUp('air behind', number(0, 2).optional()),
} satisfies Records<Furnishing>;

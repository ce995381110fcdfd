import Joi from 'joi';
import type { InputId, MicrophoneId } from '../../ids';

/** Something planted in a simulated rig. */
export type LineFault =
  | { readonly kind: 'swapped'; readonly microphoneId: MicrophoneId; readonly otherId: string }
  | { readonly kind: 'reversed' | 'dead' | 'hum'; readonly microphoneId: MicrophoneId }
  | { readonly kind: 'no power'; readonly bank: string }
  | { readonly kind: 'wrong gain'; readonly inputId: InputId; readonly byDb: number }
  /** Takes commands, says that they are done, and does nothing. */
  | { readonly kind: 'not answering' }
  /** Ends the connection when so many commands were taken. */
  | { readonly kind: 'dropped'; readonly afterCommands: number };

const name = Joi.string().max(200).required();
const fault = Joi.alternatives(
  Joi.object({ kind: Joi.valid('swapped').required(), microphoneId: name, otherId: name }),
  Joi.object({ kind: Joi.valid('reversed', 'dead', 'hum').required(), microphoneId: name }),
  Joi.object({ kind: Joi.valid('no power').required(), bank: name }),
  Joi.object({ kind: Joi.valid('wrong gain').required(), inputId: name, byDb: Joi.number().min(-60).max(60).required() }),
  Joi.object({ kind: Joi.valid('not answering').required() }),
  Joi.object({ kind: Joi.valid('dropped').required(), afterCommands: Joi.number().integer().min(0).max(10_000).required() }),
);

/** Faults as they were sent; null where one of them is none. */
export function readFaults(values: readonly unknown[]): LineFault[] | null {
  const judged = Joi.array().items(fault).validate(values, { convert: false });
  return judged.error ? null : (judged.value as LineFault[]);
}

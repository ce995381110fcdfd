import { writeFileSync } from 'node:fs';
import parse from 'joi-to-json';
import { librarySchema, sessionSchema, setupSchema, shelfSchema } from '../src/core/document';

/** Writes the JSON Schema of every document that leaves or enters, from the Joi schemas that guard the door. */
for (const [name, schema] of Object.entries({ session: sessionSchema, shelf: shelfSchema, setup: setupSchema, library: librarySchema }))
  writeFileSync(`docs/schema/${name}.schema.json`, `${JSON.stringify(parse(schema.prefs({ presence: 'required' }), 'json'), null, 2)}\n`);

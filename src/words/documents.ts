import { DOCUMENTS } from './documents.en';
import { sayerOf } from './said';

/** Says why a document cannot be used. */
export const sayDocument = sayerOf({ documents: DOCUMENTS });

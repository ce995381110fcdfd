export const SESSION_FORMAT = 'shuttlecraft-session';
export const SHELF_FORMAT = 'shuttlecraft-shelf';
export const LIBRARY_FORMAT = 'shuttlecraft-library';
export const SETUP_FORMAT = 'shuttlecraft-setup';

/** Each format counts its own versions; a library carries whole documents, each with a version of its own. */
export const SESSION_VERSION = 7;
export const SHELF_VERSION = 2;
export const SETUP_VERSION = 1;
export const LIBRARY_VERSION = 2;

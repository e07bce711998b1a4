import { createHash, randomBytes, randomInt } from 'node:crypto';

/** What a device, a session or a feed holds: 256 random bits. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What is kept of a token, and of a code: nobody who reads the table can be either. They are random, so no salt is needed. */
export const hashOf = (token: string): Buffer => createHash('sha256').update(token).digest();

/** Without letters and figures that are taken for one another. */
const signs = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
const codeLength = 8;

/** A code for one device: 32^8 of them, with ten minutes and few tries to guess one. */
export const newCode = (): string =>
  Array.from({ length: codeLength }, () => signs[randomInt(signs.length)]).join('');

/** A code as it is kept: typed in small letters, with blanks or a dash between, it is the same. */
export const codeText = (typed: string): string => typed.toUpperCase().replace(/[\s-]/g, '');

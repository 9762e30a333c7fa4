import { customAlphabet } from 'nanoid';

const random = customAlphabet('0123456789abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ', 12);

/** A fresh id: `token_` and twelve letters and digits (71 random bits). */
export const newId = (prefix: string): string => `${prefix}_${random()}`;

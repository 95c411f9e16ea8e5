import { hash, verify } from '@node-rs/argon2';

/** A password's hash, argon2id with the library's settings. */
export const hashPassword = (password: string): Promise<string> => hash(password);

const decoy = hashPassword('nobody has this password');

/** Whether a password is the one a hash was made of; where there is none, it takes as long to say no. */
export const isPassword = async (known: string | undefined, password: string): Promise<boolean> =>
  (await verify(known ?? (await decoy), password)) && known !== undefined;

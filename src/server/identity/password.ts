import { hash, verify } from "@node-rs/argon2";

/** Argon2id, 19 MiB, 2 passes */
export const hashPassword = (password: string): Promise<string> =>
  hash(password, { memoryCost: 19456, timeCost: 2, parallelism: 1 });

const NOBODY = hashPassword("nobody has this password");

/** the same work whether or not there is an account */
export const isRight = async (passwordHash: string | undefined, password: string): Promise<boolean> =>
  (await verify(passwordHash ?? (await NOBODY), password)) && passwordHash !== undefined;

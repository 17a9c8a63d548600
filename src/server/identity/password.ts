import { hash, verify } from "@node-rs/argon2";
import { z } from "zod";

/** Argon2id, 19 MiB, 2 passes */
export const hashPassword = (password: string): Promise<string> =>
  hash(password, { memoryCost: 19456, timeCost: 2, parallelism: 1 });

const NOBODY = hashPassword("nobody has this password");

/** the same work whether or not there is an account */
export const isRight = async (passwordHash: string | undefined, password: string): Promise<boolean> =>
  (await verify(passwordHash ?? (await NOBODY), password)) && passwordHash !== undefined;

export const newPassword = z.string().min(10, "at least 10 characters").max(200, "at most 200 characters");

/** What a cluster is made of: the one description that its files are written from. */
import { z } from "zod";

const name = z.string().regex(/^[a-z][a-z0-9-]{0,20}$/);
const port = z.int().min(1024).max(65535);

export const descriptionSchema = z.strictObject({
  name,
  /** where all of it is on one machine; each part's own on several (docs/deployment.md) */
  host: z.string().min(1),
  /** what browsers and phones reach */
  web: port,
  servers: z.array(z.strictObject({ name, port })).min(2),
  workers: z.array(name).min(1),
  /** haproxy to whoever writes, and to those that only read */
  write: port,
  read: port,
  pooler: port,
  postgres: z.array(z.strictObject({ name, port, rest: port })).min(2),
  etcd: z
    .array(z.strictObject({ name, client: port, peer: port }))
    .min(3)
    .refine((l) => l.length % 2 === 1, "an odd number of etcd members: an even one decides no better"),
  keepBackups: z.int().min(1),
});
export type Description = z.infer<typeof descriptionSchema>;

/** passwords of one cluster, made once and kept in its folder */
export const secretsSchema = z.strictObject({
  superuser: z.string(),
  replication: z.string(),
  rewind: z.string(),
  session: z.string(),
});
export type Secrets = z.infer<typeof secretsSchema>;

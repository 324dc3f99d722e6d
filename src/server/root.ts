import path from "node:path";

/** Folder of the checkout; scripts that start elsewhere say where it is. */
export function projectRoot(): string {
  return process.env.BANDEIRA_ROOT ?? process.cwd();
}

/** Folder that holds the database; BANDEIRA_DATA names another one. */
export function dataFolder(): string {
  return path.resolve(projectRoot(), process.env.BANDEIRA_DATA ?? "data");
}

/** Where people reach Bandeira, for links in messages: `BANDEIRA_ADDRESS`, else this machine. */
export function publicAddress(): string {
  return (process.env.BANDEIRA_ADDRESS ?? `http://localhost:${process.env.PORT ?? 4310}`).replace(/\/+$/, "");
}

/** The address of the page of a document. */
export function documentAddress(id: string): string {
  return `${publicAddress()}/documents/${id}`;
}

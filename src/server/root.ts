import path from "node:path";

/** Folder of the checkout; scripts that start elsewhere say where it is. */
export function projectRoot(): string {
  return process.env.BANDEIRA_ROOT ?? process.cwd();
}

/** Folder that holds the database; BANDEIRA_DATA names another one. */
export function dataFolder(): string {
  return path.resolve(projectRoot(), process.env.BANDEIRA_DATA ?? "data");
}

/** Folders that live as long as the test file that asked for them; what is loaded is shared between files, so no folder belongs to a module. */
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { afterAll } from "vitest";

const folders: string[] = [];

/** A new folder, empty; gone when the test file is done. */
export function temporaryFolder(): string {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-"));
  folders.push(folder);
  return folder;
}

/** Said once for each test file, in the set-up of all. */
export function removeTemporaryFoldersAtEnd(): void {
  afterAll(() => {
    for (const folder of folders.splice(0)) fs.rmSync(folder, { recursive: true, force: true });
  });
}

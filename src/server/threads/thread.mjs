// The beginning of a worker thread, which cannot read TypeScript by itself.
import path from "node:path";
import { register } from "tsx/esm/api";

register({ tsconfig: path.join(import.meta.dirname, "../../../tsconfig.json") });
await import("./thread.ts");

#!/usr/bin/env node
// Runs the command line from its TypeScript source; the folder of the checkout is told to it, so that it works from anywhere.
import path from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { register } from "tsx/esm/api";

const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
process.env.BANDEIRA_ROOT ??= root;
register({ tsconfig: path.join(root, "tsconfig.json") });
const { main } = await import(pathToFileURL(path.join(root, "bin", "main.ts")).href);
process.exitCode = await main(process.argv.slice(2));

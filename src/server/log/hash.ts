import { hash } from "node:crypto";
import type { HashText } from "@/core/records";

/** SHA-256 by the machine's own library, which is faster than the one that also runs in browsers. */
export const nativeHash: HashText = (text) => hash("sha256", text, "hex");

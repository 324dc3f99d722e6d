// Before every test file.
import fc from "fast-check";
import { removeTemporaryFoldersAtEnd } from "./temporary";

// Properties draw the same examples at every run, so that what passes here passes elsewhere; another number draws others.
fc.configureGlobal({ seed: Number(process.env.BANDEIRA_TEST_SEED ?? "20260310") });

removeTemporaryFoldersAtEnd();

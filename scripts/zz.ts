import { benchDocuments } from "../bench/documents";
await benchDocuments();

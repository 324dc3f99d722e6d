// Before every test file.
import { removeTemporaryFoldersAtEnd } from "./temporary";

removeTemporaryFoldersAtEnd();

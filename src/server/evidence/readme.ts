/** What stands in every evidence file for whoever opens it without Bandeira. */
export const README = `What this is
============
The evidence of one document's approval: what was asked, which rule it went under, who decided when, and what was done after. It can be
checked without Bandeira and without anybody's word.

  record.pdf     the record, to read
  record.json    the same as data (RFC 8785 canonical JSON)
  events.json    every event of the document, as it is chained in the log
  policy.json    the version of the policy it went under; policy.txt says it in words
  attachments/   the papers that were attached
  signatures/    signatures that were drawn by hand, where there are any
  proof.json     where the events stand in the log: a Merkle path for each (RFC 6962), and the last checkpoint
  manifest.json  the SHA-256 of every file

How to check it
===============
1. Nothing was changed in a file: compare each line of manifest.json with
     sha256sum record.pdf record.json events.json proof.json
   and the comment of the ZIP (unzip -z FILE.zip) with the SHA-256 of every byte before it.
2. Each event is what it was: its hash is the SHA-256 of this text, all in one line, keys in this order, data as it is stored:
     {"actor":...,"command":...,"data":DATA,"inNameOf":...,"previous":...,"seq":...,"stream":...,"time":...,"type":...,"version":...}
3. None is missing or moved: version counts 1, 2, 3 ... in events.json, and seq rises.
4. All are in the log: the leaf of an event is SHA-256(00 || hash), a node is SHA-256(01 || left || right); its path in proof.json leads
   to head.root, at the place seq - 1 of head.size.
5. The log is the one you know: the checkpoint in proof.json is the one that was exported and kept elsewhere, and "consistency" proves
   that head.root continues it.

Who is meant: where a text has "sealed:" and 40 digits, "people" in record.json says who that is. The digits are the first 40 of the
SHA-256 of salt, line feed and text; without a salt, the text is a pseudonym of somebody who has left.

Or let a program do it, which needs nothing but this file:
     python3 verify_evidence.py FILE.zip [CHECKPOINT.json]
     npx bandeira verify FILE.zip [--checkpoint CHECKPOINT.json]
`;

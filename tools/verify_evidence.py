#!/usr/bin/env python3
"""Checks an evidence file of Bandeira with nothing but Python's standard library: python3 verify_evidence.py FILE.zip [CHECKPOINT.json]

Written from docs/formats/evidence.md alone; it shares no code with Bandeira. Prints everything that is wrong, a line each, and ends with 1 when
anything is; with 0 when nothing is.
"""
import hashlib
import json
import re
import sys
import zipfile

COMMENT = b"SHA-256 of everything before this comment: "

def raw(digits):
    """Bytes from hexadecimal digits; none of what is no such thing, so that it fits nothing."""
    return bytes.fromhex(digits) if re.fullmatch("([0-9a-f]{2})*", str(digits)) else b""


def sha(data):
    return hashlib.sha256(data).digest()


def event_text(e):
    """The text an event's hash is taken of; `data` goes in as it is stored."""
    def c(value):
        return json.dumps(value, ensure_ascii=False, separators=(",", ":"))
    return (f'{{"actor":{c(e["actor"])},"command":{c(e["command"])},"data":{e["data"]},"inNameOf":{c(e["inNameOf"])},'
            f'"previous":{c(e["previous"])},"seq":{e["seq"]},"stream":{c(e["stream"])},"time":{c(e["time"])},'
            f'"type":{c(e["type"])},"version":{e["version"]}}}')


def in_tree(leaf, index, size, path, root):
    """RFC 9162, section 2.1.3.2."""
    if not 0 <= index < size:
        return False
    fn, sn, at = index, size - 1, leaf
    for part in path:
        if sn == 0:
            return False
        if fn & 1 or fn == sn:
            at = sha(b"\x01" + part + at)
            while fn and not fn & 1:
                fn, sn = fn >> 1, sn >> 1
        else:
            at = sha(b"\x01" + at + part)
        fn, sn = fn >> 1, sn >> 1
    return sn == 0 and at == root


def consistent(first, second, first_root, second_root, proof):
    """RFC 9162, section 2.1.4.2."""
    if first == second:
        return not proof and first_root == second_root
    if not 0 < first < second:
        return False
    proof = ([first_root] if first & (first - 1) == 0 else []) + proof
    if not proof:
        return False
    fn, sn = first - 1, second - 1
    while fn & 1:
        fn, sn = fn >> 1, sn >> 1
    fr = sr = proof[0]
    for part in proof[1:]:
        if sn == 0:
            return False
        if fn & 1 or fn == sn:
            fr, sr = sha(b"\x01" + part + fr), sha(b"\x01" + part + sr)
            while fn and not fn & 1:
                fn, sn = fn >> 1, sn >> 1
        else:
            sr = sha(b"\x01" + sr + part)
        fn, sn = fn >> 1, sn >> 1
    return sn == 0 and fr == first_root and sr == second_root


def verify(path, kept=None):
    problems = []
    try:
        look(path, kept, problems)
    except (KeyError, TypeError, AttributeError, ValueError) as error:
        problems.append(f"the file is not laid out as evidence is: {error!r}")
    return problems


def look(path, kept, problems):
    with open(path, "rb") as file:
        whole = file.read()
    body = whole[:-(len(COMMENT) + 64)]
    if whole[len(body):] != COMMENT + hashlib.sha256(body).hexdigest().encode():
        problems.append("the ZIP file itself: its bytes are not those that its comment has the hash of")
    try:
        with zipfile.ZipFile(path) as archive:
            files = {name: archive.read(name) for name in archive.namelist()}
        manifest = json.loads(files["manifest.json"].decode("utf-8"))
    except Exception as error:  # whatever a changed byte does to a ZIP or to JSON
        problems.append(f"the file cannot be read: {error}")
        return
    if manifest.get("format") != "bandeira-evidence-1":
        problems.append("manifest.json: its format is not bandeira-evidence-1")
    for name, digest in manifest["files"].items():
        if name not in files:
            problems.append(f"{name}: is missing")
        elif hashlib.sha256(files[name]).hexdigest() != digest:
            problems.append(f"{name}: is not what the manifest has the hash of")
    problems += [f"{name}: is not in the manifest" for name in files if name != "manifest.json" and name not in manifest["files"]]
    try:
        events, proof, record = (json.loads(files[f"{name}.json"].decode("utf-8")) for name in ("events", "proof", "record"))
    except (KeyError, ValueError) as error:
        problems.append(f"events.json, proof.json or record.json cannot be read: {error}")
        return
    for one in record["people"]:
        if one["salt"] is not None and one["token"] != "sealed:" + sha(f'{one["salt"]}\n{one["text"]}'.encode("utf-8")).hex()[:40]:
            problems.append(f'record.json: {one["token"]} does not stand for {one["text"]}')
    if record.get("events") != events:
        problems.append("record.json: has other events than events.json")
    head, seq = proof["head"], 0
    root = raw(head["root"])
    proven = {one["seq"]: one for one in proof["events"]}
    for index, event in enumerate(events):
        name = f'event {event["seq"]}'
        if event["stream"] != f'document:{manifest["document"]}':
            problems.append(f"events.json: {name} is of another document")
        if event["version"] != index + 1:
            problems.append(f"events.json: event {index + 1} of the document is missing or moved")
        if event["seq"] <= seq:
            problems.append(f"events.json: {name} is out of order")
        seq = event["seq"]
        if hashlib.sha256(event_text(event).encode("utf-8")).hexdigest() != event["hash"]:
            problems.append(f"events.json: {name}: its content does not give its hash")
        own = proven.get(event["seq"], {"hash": "", "path": []})
        leaf = sha(b"\x00" + raw(event["hash"]))
        if own["hash"] != event["hash"] or not in_tree(leaf, event["seq"] - 1, head["size"], [raw(p) for p in own["path"]], root):
            problems.append(f"proof.json: {name} is not in the log with the root {head['root']}")
    check = proof["checkpoint"]
    if check and not consistent(check["size"], head["size"], raw(check["root"]), root, [raw(p) for p in proof["consistency"]]):
        problems.append(f"proof.json: the checkpoint over {check['size']} events is of another log")
    if kept and (not check or kept["size"] != check["size"]):
        problems.append("proof.json: the file is proven to another checkpoint than the one kept")
    elif kept and kept["root"] != check["root"]:
        problems.append("proof.json: the checkpoint is not the one that was kept: this is another log")


if __name__ == "__main__":
    if len(sys.argv) not in (2, 3):
        sys.exit(__doc__)
    found = verify(sys.argv[1], json.load(open(sys.argv[2], encoding="utf-8")) if len(sys.argv) == 3 else None)
    print("\n".join(found) if found else "Nothing is wrong with it.")
    sys.exit(1 if found else 0)

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
from decimal import Decimal

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


def canonical(value):
    """RFC 8785 for what documents are made of: objects, lists, texts, whole numbers, true, false and null."""
    return json.dumps(value, ensure_ascii=False, sort_keys=True, separators=(",", ":"))


def over_tolerance(most, now, edits):
    """Whether more is approved than somebody approved, beyond what the policy tolerates; percentages are exact decimals."""
    over = now - most
    if over <= 0:
        return False
    minor, percent = edits["toleranceMinor"], Decimal(str(edits["tolerancePercent"]))
    return (minor == 0 and percent == 0) or (minor > 0 and over > minor) or (percent > 0 and over * 100 > percent * most)


BOUND = ["section", "requester", "onBehalfOf", "unit", "party", "currency", "date"]


def closing(events, edits):
    """What is wrong with the closing proof of a document that was approved; see the format's page."""
    read = [(e["type"], e["time"], json.loads(e["data"])) for e in events]
    end = next((i for i, (kind, _, _) in enumerate(read) if kind == "approved"), None)
    if end is None:
        return []
    proof, before = read[end][2].get("proof"), read[:end]
    if not proof:
        return ["the approval has no closing proof"]
    sent = [data for kind, _, data in before if kind in ("submitted", "revised")]
    if not sent:
        return ["nothing was sent in before it was approved"]
    last, final, problems = sent[-1], proof["basis"], []
    digest = hashlib.sha256(canonical(last["document"]).encode("utf-8")).hexdigest()
    if last["revision"] != final["revision"]:
        problems.append("the proof is of another revision than the one approved")
    if digest != last["hash"] or digest != final["document"]:
        problems.append("the proof is of another document than the one approved")
    problems += [f"the proof says another {key} than the document" for key in BOUND
                 if key not in ("section", "party") and last["document"].get(key) != final[key]]
    problems += closing_filled(before, final.get("filled", {}))
    routed = max(i for i, (_, _, data) in enumerate(before) if "route" in data)
    since = before[routed:]
    passed = {data["level"] for kind, _, data in since if kind == "level passed over"}
    shown = {one["level"] for one in proof["levels"]}
    required = [one["level"] for one in before[routed][2]["route"]["levels"] if one["outcome"] == "required"]
    if not any(kind == "reduced" for kind, _, _ in since):
        problems += [f"the proof leaves out the level {one}" for one in required if one not in shown and one not in passed]
        if required and not shown:
            problems.append("the proof shows no level")
    own = [last["document"].get(key) for key in ("requester", "onBehalfOf", "editedBy", "payee")]
    for one in proof["levels"]:
        problems += [f'{one["level"]}: {what}' for what in closing_level(before, sent, one, final, own, edits)]
    return problems


def begins_again(kind, data, level):
    return kind in ("submitted", "rerouted") or (kind in ("revised", "reopened", "returned") and level in data.get("again", []))


def closing_filled(before, filled):
    said = {}
    for i, (kind, _, data) in enumerate(before):
        if kind == "approval given" and not any(begins_again(k, d, data["level"]) for k, _, d in before[i + 1:]):
            said.update(data.get("filled", {}))
    return [f"the proof has {key} filled in otherwise than whoever approved did"
            for key in {**said, **filled} if said.get(key) != filled.get(key)]


def closing_level(before, sent, shown, final, own, edits):
    level, how = shown["level"], shown["how"]
    begins = [i for i, (kind, _, data) in enumerate(before) if begins_again(kind, data, level)]
    standing = [one for one in before[begins[-1] + 1:] if one[2].get("level") == level]
    if how == "lapsed":
        found = next((data for kind, _, data in standing if kind == "level lapsed"), None)
        return closing_basis(sent, found["basis"], final, edits) if found else ["it did not lapse"]
    if how == "verified":
        return [] if any(kind == "check passed" for kind, _, _ in standing) else ["its check did not pass"]
    if how != "approved":
        return []
    problems, people = [], {one["by"] for one in shown["approvals"]}
    if len(people) < max(1, shown["needed"]):
        problems.append(f'{shown["needed"]} must approve, and {len(people)} did')
    for one in shown["approvals"]:
        said = next((data for kind, time, data in standing if kind in ("approval given", "approval counted") and time == one["at"]
                     and data["by"] == one["by"] and data.get("inNameOf") == one["inNameOf"]), None)
        if said is None:
            problems.append(f'there is no approval by {one["by"]} that still counts')
        else:
            problems += [f'the approval by {one["by"]} {what}' for what in closing_basis(sent, said["basis"], final, edits)]
        if one["by"] in own:
            problems.append(f'{one["by"]} approved what is their own')
    return problems


def closing_basis(sent, basis, final, edits):
    problems = []
    if not any(one["revision"] == basis["revision"] and one["hash"] == basis["document"] for one in sent):
        problems.append("is of a revision that there was not")
    problems += [f"is for another {key}" for key in BOUND if basis[key] != final[key]]
    now = final.get("filled", {})
    problems += [f"is for another {key}" for key, value in basis.get("filled", {}).items() if key in now and now[key] != value]
    if basis["amount"]["currency"] != final["amount"]["currency"] or over_tolerance(basis["amount"]["minor"], final["amount"]["minor"], edits):
        problems.append("is for less than what is approved")
    if basis["revision"] == final["revision"]:
        refused = {one["part"] for one in final["refused"]}
        problems += [f'refused {one["part"]}, which is approved all the same' for one in basis["refused"] if one["part"] not in refused]
    return problems


def drawn(events, files):
    """What is wrong with the signatures that were drawn: each names what it was drawn for, and an event names each."""
    problems, named = [], set()
    for event in events:
        data = json.loads(event["data"])
        signature = data.get("signature") or {}
        party = (data.get("document") or {}).get("partySignature") or {} if isinstance(data.get("document"), dict) else {}
        for image, digest in ((signature.get("drawn"), signature.get("documentHash")), (party.get("drawn"), party.get("hash"))):
            if not image:
                continue
            name = f"signatures/{image}.svg"
            named.add(name)
            if name not in files:
                problems.append(f'{name}: is missing, and event {event["seq"]} was signed with it')
            elif hashlib.sha256(files[name]).hexdigest() != image:
                problems.append(f'{name}: is another image than event {event["seq"]} was signed with')
            elif re.findall("SHA-256 ([0-9a-f]{64})", files[name].decode("utf-8", "replace")) != [digest]:
                problems.append(f'{name}: was drawn for something else than event {event["seq"]}')
    return problems + [f"{name}: is a signature that no event names" for name in files if name.startswith("signatures/") and name not in named]


def people(given, name):
    """Tokens that do not stand for the text they are said to stand for."""
    return [
        f'{name}: {one["token"]} does not stand for {one["text"]}'
        for one in given
        if one["salt"] is not None and one["token"] != "sealed:" + sha(f'{one["salt"]}\n{one["text"]}'.encode("utf-8")).hex()[:40]
    ]


def document(events, record, files):
    """What is wrong with the evidence of a document besides its events and where they stand in the log."""
    problems = people(record["people"], "record.json")
    if record.get("events") != events:
        problems.append("record.json: has other events than events.json")
    policy = json.loads(files["policy.json"].decode("utf-8"))["policy"] if "policy.json" in files else None
    edits = policy["edits"] if policy else {"toleranceMinor": 0, "tolerancePercent": 0}
    problems += [f"events.json: {what}" for what in closing(events, edits)]
    return problems + drawn(events, files)


def case(events, finding, tokens, files):
    """The same of a case: what was found is what the last event says of it, and its papers are those that events name."""
    said = [json.loads(event["data"]) for event in events]
    found = [data["finding"] for data in said if "finding" in data]
    problems = people(tokens, "people.json")
    if not found or finding != found[-1]:
        problems.append("finding.json: is not what the events say was found")
    named = {paper["hash"] for data in said for paper in data.get("papers", [])}
    there = {hashlib.sha256(files[name]).hexdigest(): name for name in files if name.startswith("attachments/")}
    problems += [f"attachments/: a paper that an event names is missing: {digest}" for digest in named if digest not in there]
    return problems + [f"{name}: is a paper that no event names" for digest, name in there.items() if digest not in named]


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
    of_case = manifest.get("format") == "bandeira-case-1"
    if not of_case and manifest.get("format") != "bandeira-evidence-1":
        problems.append("manifest.json: its format is neither bandeira-evidence-1 nor bandeira-case-1")
    for name, digest in manifest["files"].items():
        if name not in files:
            problems.append(f"{name}: is missing")
        elif hashlib.sha256(files[name]).hexdigest() != digest:
            problems.append(f"{name}: is not what the manifest has the hash of")
    problems += [f"{name}: is not in the manifest" for name in files if name != "manifest.json" and name not in manifest["files"]]
    names = ("events", "proof", "finding", "people") if of_case else ("events", "proof", "record")
    try:
        events, proof, *rest = (json.loads(files[f"{name}.json"].decode("utf-8")) for name in names)
    except (KeyError, ValueError) as error:
        problems.append(f"{' or '.join(f'{name}.json' for name in names)} cannot be read: {error}")
        return
    stream = f'finding:{manifest["finding"]}' if of_case else f'document:{manifest["document"]}'
    problems += case(events, *rest, files) if of_case else document(events, *rest, files)
    head, seq = proof["head"], 0
    root = raw(head["root"])
    proven = {one["seq"]: one for one in proof["events"]}
    for index, event in enumerate(events):
        name = f'event {event["seq"]}'
        if event["stream"] != stream:
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

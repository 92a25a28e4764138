#!/usr/bin/python3
"""Every instrument file against docs/fern-tick.schema.json, by jsonschema; files it must refuse; and mutated
files: what the schema refuses the program refuses too, and the other way round."""
import copy
import glob
import json
import os
import subprocess

import fastjsonschema
import jsonschema

from common import SOURCE, skiff

with open(os.path.join(SOURCE, "docs", "fern-tick.schema.json"), encoding="utf-8") as file:
    schema = json.load(file)
jsonschema.Draft7Validator.check_schema(schema)
validator = jsonschema.Draft7Validator(schema)
files = glob.glob(os.path.join(SOURCE, "demo", "*.fern.json"))
files += [f for f in glob.glob(os.path.join(SOURCE, "tests", "data", "*", "*.fern.json")) if "version-" not in f]
fits = fastjsonschema.compile(schema)  # fast enough for every file and its mutations
for path in files:
    with open(path, encoding="utf-8") as file:
        instrument = json.load(file)
    fits(instrument)
    if "demo" in path:
        validator.validate(instrument)


def refused(change):
    broken = copy.deepcopy(skiff())
    change(broken)
    if validator.is_valid(broken):
        raise SystemExit("the schema accepts a broken file")


refused(lambda i: i.pop("name"))
refused(lambda i: i.update(version=4))
refused(lambda i: i["parts"][0]["converter"].update(bits=40))
refused(lambda i: i["parts"][0].update(lines=[{"name": "reset", "role": "output"}]))
refused(lambda i: i["parts"][1].update(port={"bus": "a"}))
refused(lambda i: i["parts"][3]["battery"].update(chemistry="water"))
refused(lambda i: i["channels"][0]["frontEnd"].update(r1=47000))
refused(lambda i: i["channels"][0]["smoothing"][0].update(step="mean"))
refused(lambda i: i["readers"][0]["text"].update(overflow=""))
print(f"{len(files)} files fit the schema")


def places(node, path=(), kinds=()):
    """Every place of a file, with the words by which it is one of its sort: its keys and the kinds above it."""
    for key, value in node.items() if isinstance(node, dict) else enumerate(node):
        kind = tuple(node[k] for k in ("kind", "step", "form") if isinstance(node, dict) and isinstance(node.get(k), str))
        sort = kinds + kind + ("*" if isinstance(node, list) else key,)
        if isinstance(node, dict) or isinstance(value, (dict, list)):
            yield path + (key,), value, sort
        if isinstance(value, (dict, list)):
            yield from places(value, path + (key,), sort)


def mutations(key, value):
    """What a place is set to: nothing, the wrong type, a number out of range, a word that is none."""
    wrong = {dict: [[], 7], list: [{}, "x"], str: [7], bool: ["x", 1]}.get(type(value), ["x"])
    if key not in ("value", "unit"):  # of a quantity: its unit says what is right
        wrong += {int: [-1, 10**12, 0], float: [-1.5, 1e12, 0.5], str: ["nosuch", ""]}.get(type(value), [])
    return wrong + [None]


def part_of(instrument, place):
    """The instrument with what holds a place and no element beside it: a schema looks at each by itself."""
    top = place[0]
    small = {key: [] if isinstance(value, list) and key != top else value for key, value in instrument.items()}
    if len(place) > 1 and isinstance(instrument[top], list):
        small[top] = [instrument[top][place[1]]]
    return small


def is_valid(instrument, place):
    try:
        fits(part_of(instrument, place))
        return True
    except fastjsonschema.JsonSchemaException:
        return False


DELETED = object()
ACROSS = (  # what no schema can say
    "more than 100 % of the time",
    "must not end before it begins",
    "the most must be larger than the least",
    "each part of a day begins later than the one before",
    "the two ends of a dimming must differ",
    "an alarm must be over somewhere between its limits",
    "forms by size must begin one above another",
    "ranges must begin one above another",
    "its height says",
    "its width says",
    "equally long",
)
seen = set()
tried = []  # of each mutation its words, its text, and whether the schema accepts it
for path in sorted(files, key=lambda f: (os.path.getsize(f), f)):  # a small file says it sooner
    with open(path, encoding="utf-8") as file:
        instrument = json.load(file)
    for place, value, sort in list(places(instrument)):
        if sort in seen:
            continue
        seen.add(sort)
        node = instrument
        for key in place[:-1]:
            node = node[key]
        whole = dict(node) if isinstance(node, dict) else list(node)
        for change in mutations(place[-1], value) + ([DELETED] if isinstance(place[-1], str) else []):
            if change is DELETED:
                del node[place[-1]]
            else:
                node[place[-1]] = change
            words = f"{os.path.basename(path)}, {'/'.join(map(str, place))} set to {change!r}"
            tried.append((words, json.dumps(instrument), is_valid(instrument, place)))
            if isinstance(node, dict):
                node.clear()
                node.update(whole)
            else:
                node[:] = whole
program = subprocess.run([os.environ["FERN_TICK_SCHEMA"]], input="".join(text + "\n" for _, text, _ in tried),
                         check=True, capture_output=True, text=True).stdout.splitlines()
wrong = 0
for (words, _, valid), said in zip(tried, program):
    refused_here = said not in ("ok", "reference")
    if (valid and refused_here and not any(words in said for words in ACROSS)) or (not valid and said == "ok"):
        wrong += 1
        print(f"{words}: the program says {said}, the schema {'accepts' if valid else 'refuses'} it")
if wrong or len(program) != len(tried):
    raise SystemExit(f"{wrong} of {len(tried)} mutations are judged differently")
print(f"{len(tried)} mutations are judged alike")

#!/usr/bin/python3
"""Every instrument file against docs/fern-tick.schema.json, by jsonschema; and files it must refuse."""
import copy
import glob
import json
import os

import jsonschema

from common import SOURCE, skiff

with open(os.path.join(SOURCE, "docs", "fern-tick.schema.json"), encoding="utf-8") as file:
    schema = json.load(file)
jsonschema.Draft7Validator.check_schema(schema)
validator = jsonschema.Draft7Validator(schema)
files = glob.glob(os.path.join(SOURCE, "demo", "*.fern.json"))
files += glob.glob(os.path.join(SOURCE, "tests", "data", "parts", "*.fern.json"))
for path in files:
    with open(path, encoding="utf-8") as file:
        validator.validate(json.load(file))


def refused(change):
    broken = copy.deepcopy(skiff())
    change(broken)
    if validator.is_valid(broken):
        raise SystemExit("the schema accepts a broken file")


refused(lambda i: i.pop("name"))
refused(lambda i: i.update(version=2))
refused(lambda i: i["parts"][0]["converter"].update(bits=40))
refused(lambda i: i["parts"][0].update(lines=[{"name": "reset", "role": "output"}]))
refused(lambda i: i["parts"][1].update(port={"bus": "a"}))
refused(lambda i: i["parts"][3]["battery"].update(chemistry="water"))
refused(lambda i: i["channels"][0]["frontEnd"].update(r1=47000))
refused(lambda i: i["channels"][0]["smoothing"][0].update(step="mean"))
refused(lambda i: i["readers"][0]["text"].update(overflow=""))
print(f"{len(files)} files fit the schema")

#!/usr/bin/python3
"""The C that Scale copies for the firmware, compiled by the system's compiler: every code must give
the bits that this program computes, in both number kinds, for every kind of sensor and of scaling."""
import os
import subprocess
import tempfile

with tempfile.TemporaryDirectory() as folder:
    source = os.path.join(folder, "firmware.c")
    program = os.path.join(folder, "firmware")
    code = subprocess.run([os.environ["FERN_TICK_SCALING"], "c"], check=True, capture_output=True, text=True).stdout
    with open(source, "w", encoding="utf-8") as file:
        file.write(code)
    subprocess.run(["cc", "-std=c99", "-Wall", "-Werror", "-O2", "-ffp-contract=off", "-o", program, source, "-lm"],
                   check=True)
    theirs = subprocess.run([program], check=True, capture_output=True, text=True).stdout.splitlines()
ours = subprocess.run([os.environ["FERN_TICK_SCALING"], "values"], check=True, capture_output=True,
                      text=True).stdout.splitlines()
if len(ours) < 28 * 1000 or len(ours) != len(theirs):
    raise SystemExit(f"{len(ours)} values here, {len(theirs)} there")
for line, (a, b) in enumerate(zip(ours, theirs)):
    if a != b:
        raise SystemExit(f"value {line}: {a} here, {b} on the board")
print(f"{len(ours)} values are the same bits")

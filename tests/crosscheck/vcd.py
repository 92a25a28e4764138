#!/usr/bin/python3
"""The timeline of a run, read by a waveform viewer's own reader (vcd2fst of gtkwave, and fst2vcd back): every wire is
high for as long as the run says that the processor or a bus was busy, and each channel has its samples."""
import json
import os
import subprocess
import tempfile

from common import SKIFF, cli, near

SECONDS = 20


def changes(path):
    """Returns the names of a dump by their symbols, and its changes as (nanoseconds, symbol, value)."""
    names, found, now = {}, [], 0
    with open(path, encoding="utf-8") as file:
        for line in file:
            words = line.split()
            if not words:
                continue
            if words[0] == "1ns":
                continue
            if words[0] == "$var":
                names[words[3]] = words[4]
            elif words[0][0] == "#":
                now = int(words[0][1:])
            elif words[0][0] in "01" and len(words) == 1:
                found.append((now, words[0][1:], int(words[0][0])))
            elif words[0][0] == "r" and len(words) == 2:
                found.append((now, words[1], float(words[0][1:])))
    return names, found


with tempfile.TemporaryDirectory() as folder:
    ours, fst, back = (os.path.join(folder, name) for name in ("run.vcd", "run.fst", "back.vcd"))
    said = json.loads(cli("run", SKIFF, "--scenario", "evening-row", "--seconds", SECONDS, "--vcd", ours, "--json"))
    subprocess.run(["vcd2fst", ours, fst], check=True, capture_output=True)
    subprocess.run(["fst2vcd", "-f", fst, "-o", back], check=True, capture_output=True)
    names, found = changes(back)

high, since, last = {}, {}, {}
for at, symbol, value in found:
    name = names[symbol]
    if isinstance(value, int):
        if last.get(name) == 1:
            high[name] = high.get(name, 0) + at - since[name]
        since[name] = at
    last[name] = value
near("processor", said["processors"][0]["share"] * SECONDS, high["processor"] / 1e9, absolute=1e-6)
for display, bus in said["buses"].items():
    near(f"bus to {display}", bus["share"] * SECONDS, high[display + "_bus"] / 1e9, absolute=1e-6)
for channel in ("house-battery", "bilge", "speed", "strokes", "pulse"):  # the receiver still searches
    if not isinstance(last.get(channel.replace("-", "_") + "_reading"), float):
        raise SystemExit(f"{channel} has no value in the dump")
print(f"{len(found)} changes of {len(names)} signals read")

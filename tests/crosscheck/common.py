"""What the cross-checks share: where the programs are, and how a comparison fails."""
import csv
import json
import os
import subprocess

CLI = os.environ["FERN_TICK_CLI"]
STEM = os.environ["FERN_TICK_STEM"]
SOURCE = os.environ["FERN_TICK_SOURCE"]
SKIFF = os.path.join(SOURCE, "demo", "wagtail-skiff.fern.json")


def cli(*arguments):
    """Runs fern-tick-cli and returns what it prints."""
    return subprocess.run([CLI, *map(str, arguments)], check=True, capture_output=True, text=True).stdout


def stem(path, scenario, seconds):
    out = subprocess.run([STEM, path, scenario, str(seconds)], check=True, capture_output=True, text=True).stdout
    return json.loads(out)


def near(name, ours, theirs, relative=0.0, absolute=0.0):
    """Fails with both numbers when they differ by more than the tolerance."""
    if not abs(ours - theirs) <= absolute + relative * abs(theirs):
        raise SystemExit(f"{name}: ours {ours!r}, theirs {theirs!r}")


def rows(path):
    with open(path, newline="", encoding="utf-8") as file:
        return list(csv.DictReader(file))


def skiff():
    with open(SKIFF, encoding="utf-8") as file:
        return json.load(file)

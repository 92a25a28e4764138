#!/usr/bin/python3
"""Times the programs in build/dev/speed and prints each figure as a ratio to its yardstick.

usage: bench.py BUILD_DIR SOURCE_DIR
"""
import json
import statistics
import os
import shutil
import subprocess
import sys
import tempfile
import time

import numpy as np
import pandas
from scipy import signal

BUILD, SOURCE = sys.argv[1:3]


def ours():
    out = subprocess.run([f"{BUILD}/speed/core_speed", "--benchmark_format=json", "--benchmark_min_time=0.3"],
                         check=True, capture_output=True, text=True).stdout
    return {b["name"]: b["real_time"] for b in json.loads(out)["benchmarks"]}


def milliseconds(action, repeats=5):
    times = []
    for _ in range(repeats):
        start = time.perf_counter()
        action()
        times.append(1e3 * (time.perf_counter() - start))
    return statistics.median(times)


def started(*command):
    return milliseconds(lambda: subprocess.run(command, check=True, capture_output=True), 9)


def dithered_by_imagemagick(inks, rounds=10):
    """Returns the milliseconds of one remap of the same scene, without reading it; None where it is not installed."""
    convert = shutil.which("convert")
    if convert is None:
        return None
    x, y = np.meshgrid(np.arange(800), np.arange(480))
    scene = np.stack([x * 255 // 799, y * 255 // 479, 255 - (x + y) * 255 // 1278], axis=2).astype(np.uint8)

    def ppm(path, pixels):
        with open(path, "wb") as file:
            file.write(f"P6 {pixels.shape[1]} {pixels.shape[0]} 255\n".encode() + pixels.tobytes())
        return path

    with tempfile.TemporaryDirectory() as folder:
        image = ppm(os.path.join(folder, "scene.ppm"), scene)
        palette = ppm(os.path.join(folder, "inks.ppm"), np.array([inks], dtype=np.uint8))
        remap = ["-dither", "FloydSteinberg", "-remap", palette]
        # Reading, and what it takes to begin, are in both runs.
        often = milliseconds(lambda: subprocess.run(
            [convert, image, *(["(", "-clone", "0", *remap, ")"] * rounds), "-delete", "1--1", "null:"], check=True))
        never = milliseconds(lambda: subprocess.run(
            [convert, image, *(["(", "-clone", "0", ")"] * rounds), "-delete", "1--1", "null:"], check=True))
        return (often - never) / rounds


def row(what, figure, reach):
    print(f"| {what} | {figure} | {reach} |")


random = np.random.default_rng(1)
x = random.normal(2000, 300, 1_000_000)
times = ours()
print("| what | measured | reach |")
print("|---|---|---|")
for name, label, action, reach in [
        ("exponential", "exponential", lambda: signal.lfilter([0.2], [1, -0.8], x), 1.0),
        ("average16", "moving average 16", lambda: signal.lfilter(np.ones(16) / 16, [1], x), None),
        ("median5", "median 5", lambda: signal.medfilt(x, 5), 0.3),
        ("median101", "median 101", lambda: signal.medfilt(x, 101), 0.1)]:
    mine, theirs = times[f"smoothing/{name}"], milliseconds(action, 3)
    row(f"{label}, 10⁶ samples", f"{mine:.1f} ms, {mine / theirs:.2f} × scipy", f"≤ {reach} ×" if reach else "—")
readings = random.uniform(0, 4095, 1_000_000)
references = 0.004 * readings + random.uniform(-1, 1, 1_000_000)
for name, degree in (("line", 1), ("quadratic", 2)):
    mine, theirs = times[f"fitPairsOf/{name}"], milliseconds(lambda: np.polyfit(readings, references, degree), 3)
    row(f"{name} through 10⁶ pairs", f"{mine:.1f} ms, {mine / theirs:.2f} × numpy.polyfit", "≤ 0.2 ×")
INKS = [(0, 0, 0), (255, 255, 255), (0, 255, 0), (0, 0, 255), (255, 0, 0), (255, 255, 0), (255, 128, 0)]
for name, label, inks in (("seven", "800×480 into the 7 inks of a paper", INKS),
                          ("mono", "800×480 into black and white", INKS[:2])):
    mine, theirs = times[f"ditherToInks/{name}"], dithered_by_imagemagick(inks)
    beside = f", {mine / theirs:.2f} × ImageMagick" if theirs else ""
    row(f"Floyd and Steinberg, {label}", f"{mine:.1f} ms{beside}", "≤ 15 ms")
row("run of the skiff demo, every byte sent", f"{600e3 / times['skiffRun']:.0f} × real time", "≥ 500 ×")
for name, label in (("paper", "an hour of the paper board, 640×400"), ("colour", "an hour of the colour panel, 240×135")):
    row(label, f"{3600e3 / times[f'hourOf/{name}']:.0f} × real time", "≥ 500 ×")
row("one edit until stem, glass and findings are new", f"{times['oneEdit']:.1f} ms", "≤ 50 ms")
row("pace plan of the skiff, before its proving run", f"{times['planOf/skiff']:.1f} ms", "≤ 300 ms")
row("pace plan of a computer's panel, 70 000 paces", f"{times['planOf/computer']:.0f} ms", "")
row("proving run of the skiff's plan, 30 s", f"{times['proofOfThePlan']:.0f} ms", "")
row("one step of a what-if slider", f"{times['oneStepOfASlider']:.1f} ms", "≤ 50 ms")
with tempfile.TemporaryDirectory() as folder:
    table = os.path.join(folder, "table.csv")
    pandas.DataFrame({"t_s": np.arange(1_000_000) / 100,
                      **{c: np.round(random.normal(500, 100, 1_000_000), 3) for c in "abc"}}).to_csv(table, index=False)
    mine = float(subprocess.run([f"{BUILD}/speed/read_csv", table], check=True, capture_output=True, text=True).stdout)
    theirs = milliseconds(lambda: pandas.read_csv(table), 3)
    row("CSV, 10⁶ rows of 4 numbers", f"{mine:.0f} ms, {mine / theirs:.2f} × pandas", "≤ 0.33 ×")
usual, longest = map(float, subprocess.run([f"{BUILD}/speed/plot_frames"], check=True, capture_output=True,
                                           text=True).stdout.split(","))
row("frame of a plot of 10⁷ samples, panned and zoomed", f"{usual:.1f} ms, at most {longest:.1f} ms", "≤ 16.7 ms")
answers = subprocess.run([f"{BUILD}/speed/window_answers", f"{SOURCE}/demo/wagtail-skiff.fern.json"], check=True,
                         capture_output=True, text=True).stdout.splitlines()[1:]
edits, longest, gaps, works = zip(*(map(float, line.split(",")[1:]) for line in answers))
row("an edit until the window is painted, in the slowest of its views", f"{max(edits):.1f} ms, at most {max(longest):.1f} ms", "≤ 25 ms, at most 40 ms")
row("longest time the window cannot answer during the fastest run", f"{max(gaps):.1f} ms, of these {max(works):.1f} ms its own work", "≤ 16 ms")
empty = started(f"{BUILD}/speed/start_empty")
demo = started(f"{BUILD}/speed/start_demo", f"{SOURCE}/demo/wagtail-skiff.fern.json")
row("start to the first painted window with the demo", f"{demo:.0f} ms, {demo / empty:.2f} × an empty window", "≤ 3 ×")

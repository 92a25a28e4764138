#!/usr/bin/python3
"""The uncertainty budget of the demo against a Monte Carlo of 10^6 draws (JCGM 101), within 1 %."""
import numpy as np

from common import near, skiff, stem, SKIFF

DRAWS = 1_000_000
result = stem(SKIFF, "evening-row", 100)
file = skiff()
board = file["parts"][0]["converter"]
divider = file["channels"][0]["frontEnd"]
random = np.random.default_rng(7)


def within(nominal, percent):
    return nominal * (1 + percent / 100 * random.uniform(-1, 1, DRAWS))


r1, r2 = divider["r1"]["value"], divider["r2"]["value"]
value = file["channels"][0]["wish"]["to"]["value"]  # the worst place of the wished range
pin = value * r2 / (r1 + r2)
lsb = board["reference"]["value"] / 2 ** board["bits"]
noise_volts = result["terms"]["noise after smoothing"] * r2 / (r1 + r2)
codes = (pin + lsb * (board["offsetLsb"] * random.uniform(-1, 1, DRAWS) + board["nonlinearityLsb"] * random.uniform(-1, 1, DRAWS)
                      + random.uniform(-0.5, 0.5, DRAWS)) + noise_volts * random.normal(0, 1, DRAWS)) / board["reference"]["value"]
true_r1, true_r2 = within(r1, divider["tolerancePercent"]), within(r2, divider["tolerancePercent"])
true_reference = within(board["reference"]["value"], board["referenceTolerancePercent"])
values = codes * true_reference * (true_r1 + true_r2) / true_r2
near("accuracy", result["accuracy"], float(np.std(values)), relative=0.01)
print(f"u by the budget {result['accuracy']:.6f} V, by {DRAWS} draws {np.std(values):.6f} V")

#!/usr/bin/python3
"""The stem's step, noise and age against an independent computation.

The noisy run and a run of the same specimen without noise are taken from traces; scaling, smoothing,
rounding and ages are computed here again, with numpy and scipy.
"""
import json
import os
import tempfile

import numpy as np
from scipy import signal

from common import cli, near, rows, skiff, stem, SKIFF

END = 199.93
WINDOW = 10.0
result = stem(SKIFF, "evening-row", END)
leaves = result["leaves"]
file = skiff()
channel, converter = file["channels"][0], file["parts"][0]["converter"]
period = channel["source"]["sampleEvery"]["value"] / 1000
r1, r2 = (channel["frontEnd"][k]["value"] for k in ("r1", "r2"))
reference, bits = converter["reference"]["value"], converter["bits"]
gain = reference / 2 ** bits * (r1 + r2) / r2
decimals = file["readers"][0]["text"]["decimals"]
window, tau = channel["smoothing"][0]["N"], channel["smoothing"][1]["tau"]


def trace(instrument, folder, name):
    source, target = os.path.join(folder, name + ".fern.json"), os.path.join(folder, name + ".csv")
    with open(source, "w", encoding="utf-8") as out:
        json.dump(instrument, out)
    cli("run", source, "--scenario", "evening-row", "--seconds", END, "--trace", target)
    return rows(target)


with tempfile.TemporaryDirectory() as folder:
    noisy = trace(file, folder, "noisy")
    file["parts"][0]["converter"]["noiseLsb"] = 0
    calm = trace(file, folder, "calm")

ID, DISPLAY, READER = "house-battery", "helm", "helm-volts"


def samples(table):
    return [r for r in table if r[f"{ID}.reading"]]


def column(table, name):
    return np.array([float(r[name]) for r in samples(table)])


t = column(noisy, "t_s")
recent = t >= END - WINDOW


def rms(a, b):
    return float(np.sqrt(np.mean((a - b) ** 2)))


def smoothed(codes):
    """Median of what there is of the window, then the exponential step, in 32-bit floats."""
    x = codes.astype(np.float32) * np.float32(gain)
    medians = np.array([np.median(x[max(0, i + 1 - window):i + 1]) for i in range(len(x))], dtype=np.float32)
    y = np.empty_like(medians)
    y[0] = medians[0]
    for i in range(1, len(y)):
        alpha = np.float32(-np.expm1(-(t[i] - t[i - 1]) / tau))
        y[i] = y[i - 1] + alpha * (medians[i] - y[i - 1])
    return y.astype(float)


codes, calm_codes = column(noisy, f"{ID}.reading"), column(calm, f"{ID}.reading")
y, calm_y = smoothed(codes), smoothed(calm_codes)
near("smoothed trace", float(np.max(np.abs(y - column(noisy, f"{ID}.smoothed [V]")))), 0, absolute=2e-6)

# Steps: one count through the slope; one digit, or one count where that is coarser.
near("step of the reading", leaves["Reading"]["step"], gain, relative=1e-12)
near("step of the smoothed value", leaves["Smooth"]["step"], gain, relative=1e-12)
near("step of the glass", leaves["Glass"]["step"], max(gain, 10.0 ** -decimals), relative=1e-12)

# Noise: rms difference from the twin over the last ten seconds.
pin, calm_pin = column(noisy, f"{ID}.pin [V]"), column(calm, f"{ID}.pin [V]")
near("noise at the pin", leaves["Sensor"]["noise"], rms(pin[recent], calm_pin[recent]) * (r1 + r2) / r2, relative=1e-6)
near("noise of the reading", leaves["Reading"]["noise"], gain * rms(codes[recent], calm_codes[recent]), relative=1e-6)
near("noise of the smoothed value", leaves["Smooth"]["noise"], rms(y[recent], calm_y[recent]), relative=1e-3)


def rounded(v):
    return np.floor(np.abs(v.astype(np.float32) * np.float32(10 ** decimals)) + 0.5) / 10 ** decimals


redraws = [r for r in noisy if r[f"{READER}.shown"]]
starts = np.array([round(float(r["t_s"]) / 0.5 - 0.4) * 0.5 for r in redraws])  # redraws begin on the half second
index = np.array([np.searchsorted(t, s + 0.01, side="right") - 1 for s in starts])
shown, calm_shown = rounded(y[index]), rounded(calm_y[index])
for row, value in zip(redraws, shown):
    near("shown", float(row[f"{READER}.shown"]), float(value), absolute=1e-5)
late = starts >= END - WINDOW
near("noise of the glass", leaves["Glass"]["noise"], rms(shown[late], calm_shown[late]), absolute=1e-5)

# Ages: the delay of the steps is the lag of a ramp, measured on scipy's filters.
ramp = np.arange(5000) * period
alpha = -np.expm1(-period / tau)
lagging = signal.lfilter([alpha], [1, alpha - 1], signal.medfilt(ramp, window))
delay = float(ramp[4000] - lagging[4000] + (window - 1) / 2 * period)
near("age of the reading", leaves["Reading"]["age"], END - t[-1], absolute=1e-6)
near("age of the smoothed value", leaves["Smooth"]["age"], END - t[-1] + delay, absolute=1e-6)
near("age of the glass", leaves["Glass"]["age"], END - t[index[-1]] + delay, absolute=1e-6)
# The oldest but for the waiting for other tasks: one sampling period, the delay, drawing (of the page that takes
# longest) and the frame over I²C, the
# panel, one interval.
transfer = (9 * (7 + 1) + 2 + 32 * (9 * (33 + 1) + 2)) / 400e3
oldest = period + delay + 106e-6 + transfer + 0.010 + 0.5
near("oldest number", result["oldestAlone"], oldest, absolute=1e-6)
print("step, noise and age agree")

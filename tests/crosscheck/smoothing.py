#!/usr/bin/python3
"""The smoothing steps against scipy on 10^5 random samples, to 1e-12 of the signal's size."""
import os
import tempfile

import numpy as np
from scipy import signal

from common import cli

COUNT, DT = 100_000, 0.01
random = np.random.default_rng(20310614)
x = np.round(random.normal(2000, 300, COUNT), 3)
t = np.arange(COUNT) * DT

with tempfile.TemporaryDirectory() as folder:
    source, target = os.path.join(folder, "in.csv"), os.path.join(folder, "out.csv")
    with open(source, "w", encoding="utf-8") as file:
        file.write("t_s,value\n")
        file.writelines(f"{a:.2f},{b:.3f}\n" for a, b in zip(t, x))

    def ours(step):
        cli("smooth", "--step", step, source, target)
        return np.loadtxt(target, delimiter=",", skiprows=1)[:, 1]

    def compare(name, got, expected, start):
        worst = np.max(np.abs(got[start:] - expected[start:]))
        if not worst <= 1e-12 * 4000:
            raise SystemExit(f"{name}: largest difference {worst}")
        print(f"{name}: largest difference {worst:.2e}")

    def exponential(alpha):
        zi = signal.lfiltic([alpha], [1, alpha - 1], [x[0]])
        y, _ = signal.lfilter([alpha], [1, alpha - 1], x[1:], zi=zi)
        return np.concatenate([[x[0]], y])

    compare("exponential alpha 0.2", ours("exponential alpha 0.2"), exponential(0.2), 0)
    # tau: alpha = 1 − exp(−Δt/tau) for the equal steps of this table; the times are rounded to 10 ms.
    compare("exponential tau 0.8", ours("exponential tau 0.8"), exponential(-np.expm1(-DT / 0.8)), 0)
    compare("moving average 16", ours("moving average 16"), signal.lfilter(np.ones(16) / 16, [1], x), 15)
    for window in (5, 101):
        causal = np.concatenate([np.zeros(window // 2), signal.medfilt(x, window)[:COUNT - window // 2]])
        compare(f"median {window}", ours(f"median {window}"), causal, window - 1)

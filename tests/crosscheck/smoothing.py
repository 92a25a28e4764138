#!/usr/bin/python3
"""The smoothing steps against scipy on 10^5 random samples, to 1e-12 of the signal's size."""
import os
import tempfile

import numpy as np
from scipy import signal, stats

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

    # Five samples of 10 ms are two and a half cycles of 50 Hz; of 20 Hz one.
    compare("mains cycles 1 hertz 20", ours("mains cycles 1 hertz 20"), signal.lfilter(np.ones(5) / 5, [1], x), 4)

    def spike_gate(k, n, m, least):
        """By its definition, with scipy's median absolute deviation."""
        accepted, waiting, side, last, out = [], [], 0, None, []
        for value in x[:5000]:
            if accepted:
                middle = np.median(accepted)
                deviation = max(1.4826 * stats.median_abs_deviation(accepted), least)
                if abs(value - middle) > k * deviation:
                    where = 1 if value > middle else -1
                    waiting = waiting + [value] if where == side else [value]
                    side = where
                    if len(waiting) < m:
                        out.append(last)
                        continue
                    accepted, waiting, last = waiting[-n:], [], value
                    out.append(value)
                    continue
            accepted = (accepted + [value])[-n:]
            waiting = []
            last = value
            out.append(value)
        return np.array(out)

    for k, n, m in ((2, 7, 3), (1, 5, 4)):
        compare(f"spike gate {k} {n} {m}", ours(f"spike gate {k} {n} {m} least 1")[:5000], spike_gate(k, n, m, 1), 0)

    compare("peak hold", ours("peak hold"), np.maximum.accumulate(x), 0)
    compare("minimum hold", ours("minimum hold"), np.minimum.accumulate(x), 0)
    compare("still below 2000", ours("still below 2000"), np.where(np.abs(x) < 2000, 0, x), 0)
    # One sample at a time, as a maker writes them.
    slewed, held, digit = [x[0]], [x[0]], [np.floor(x[0] / 50 + 0.5) * 50]
    for value in x[1:]:
        slewed.append(slewed[-1] + np.clip(value - slewed[-1], -1000 * DT, 1000 * DT))
        held.append(value if abs(value - held[-1]) >= 120 else held[-1])
        digit.append(np.floor(value / 50 + 0.5) * 50 if abs(value - digit[-1]) > 0.7 * 50 else digit[-1])
    # The times of the table are rounded to whole nanoseconds, so a limit differs in its last digits.
    got = ours("slew 1000")
    if np.max(np.abs(got - slewed)) > 1e-6:
        raise SystemExit("slew limit: differs")
    compare("dead band 120", ours("dead band 120"), np.array(held), 0)
    compare("digit hysteresis 50", ours("digit hysteresis 50"), np.array(digit), 0)

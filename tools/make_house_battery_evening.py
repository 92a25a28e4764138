#!/usr/bin/python3
"""Writes demo/wagtail-skiff.fern.d/house-battery-evening.csv: an hour of raw counts at 10 Hz, all invented.

usage: make_house_battery_evening.py OUT.csv
A 12-bit converter with a 3.3 V reference reads an iron-phosphate house battery through 47 kohm over
12 kohm: at rest, lights on, the winch twice, the stove fan, then the charger. The specimen is a
little off its nominal values and noisy, as real ones are.
"""
import random
import sys

RATE_HZ, SECONDS = 10, 3600
# time in s, rest voltage in V; straight lines between
COURSE = [(0, 13.29), (400, 13.27), (402, 13.20), (900, 13.16), (905, 13.05), (1500, 12.99), (1505, 13.08),
          (2100, 13.06), (2101, 13.55), (2300, 13.92), (2900, 14.21), (3300, 14.40), (3500, 14.42), (3503, 13.98),
          (3600, 13.64)]
WINCH = [620.0, 1710.0]  # starts; each dips and recovers


def rest(t):
    for (t0, v0), (t1, v1) in zip(COURSE, COURSE[1:]):
        if t <= t1:
            return v0 + (v1 - v0) * (t - t0) / (t1 - t0)
    return COURSE[-1][1]


def dip(t):
    drop = 0.0
    for start in WINCH:
        since = t - start
        if 0 <= since < 6:
            drop += 1.35 * 0.45 ** since if since > 0.3 else 1.35 * since / 0.3
    return drop


def main():
    noise = random.Random(20310614)
    r1, r2, reference, offset = 47000 * 1.0042, 12000 * 0.9971, 3.3 * 0.9989, 0.0011
    with open(sys.argv[1], "w", encoding="utf-8", newline="") as out:
        out.write("# made by tools/make_house_battery_evening.py; every number is invented\n")
        out.write("t_s,house-battery.reading\n")
        for i in range(RATE_HZ * SECONDS):
            t = i / RATE_HZ
            pin = (rest(t) - dip(t)) * r2 / (r1 + r2) + offset + noise.gauss(0, 6 * 3.3 / 4096)
            if noise.random() < 0.0004:
                pin += 0.25  # a spike of the ignition
            code = min(4095, max(0, int(pin * 4096 / reference)))
            out.write(f"{t:.1f},{code}\n")


main()

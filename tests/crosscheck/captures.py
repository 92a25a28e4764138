"""Recordings and logs: tables against pandas, figures against numpy, spectra against scipy, receiver logs
against python3-nmea2."""
import json
import math
import os
import random
import subprocess
import tempfile

import numpy
import pandas
import pynmea2
import scipy.signal

from common import SKIFF, cli, near

PRINT = os.environ["FERN_TICK_READING"]
random.seed(20310614)

# Tricky tables, all of numbers; what pandas is told about each.
TABLES = {
    "quotes": ('"a, with ""comma""",b\n"1","2.5"\n3,"4e3"\n', {}),
    "line end in a header": ('"a\nb",c\n1,2\n', {}),
    "comments": ("# made up\na,b\n1,2\n# in between\n3,4\n", {"comment": "#"}),
    "semicolons": ("a;b;c\n1;2;3\n4;5;6\n", {"sep": ";"}),
    "tabs": ("a\tb\n1\t2\n3\t4\n", {"sep": "\t"}),
    "carriage returns": ("a,b\r\n1,2\r\n3,4\r\n", {}),
    "no last line end": ("a,b\n1,2\n3,4", {}),
    "empty cells": ("a,b,c\n1,,3\n,,\n4,5,\n", {}),
    "nan": ("a,b\n1,nan\nnan,2\n", {}),
    "blank lines": ("\na,b\n\n1,2\n\n\n3,4\n\n", {}),
    "blanks about numbers": ("a , b\n 1 , 2\n", {}),
    "a byte order mark": ("\ufeffa,b\n1,2\n", {}),
    "signs and exponents": ("a,b\n+1.5,-2E-3\n.5,5.\n1e+10,-0\n", {}),
    "one column": ("a\n1\n2\n", {"sep": ","}),
}


def ours_of(path):
    out = subprocess.run([PRINT, "csv", path], input="", capture_output=True, text=True, check=True).stdout
    return [[float(cell) for cell in line.split(" ")] for line in out.splitlines()]


def same(name, ours, theirs, relative=0.0):
    assert len(ours) == len(theirs), (name, len(ours), len(theirs))
    for row, other in zip(ours, theirs):
        for a, b in zip(row, other, strict=True):
            assert abs(a - b) <= relative * abs(b) or (math.isnan(a) and math.isnan(b)), (name, row, list(other))


def check_tables(folder):
    path = os.path.join(folder, "table.csv")
    for name, (text, options) in TABLES.items():
        with open(path, "w", encoding="utf-8", newline="") as file:
            file.write(text)
        theirs = pandas.read_csv(path, float_precision="round_trip", encoding="utf-8-sig", **options)
        same(name, ours_of(path), theirs.to_numpy(dtype=float))
    # Random numbers of every size, written by pandas.
    table = pandas.DataFrame({c: numpy.random.default_rng(7).normal(size=2000) * 10.0 ** random.randrange(-300, 300)
                              for c in "abcd"})
    table.iloc[::17, 2] = numpy.nan
    table.to_csv(path, index=False, lineterminator="\r\n")
    same("random", ours_of(path), table.to_numpy())


def statistics(path):
    return json.loads(cli("statistics", path, "--json"))


def check_statistics(folder):
    """Uneven instants, drift, holes and a large offset."""
    path = os.path.join(folder, "recording.csv")
    rng = numpy.random.default_rng(11)
    for offset, slope, noise in [(0, 0, 1), (8_388_608, 0.5, 0.01), (-3.3, 1e-4, 1e-3)]:
        at = numpy.round(numpy.cumsum(rng.uniform(0.09, 0.11, 5000)), 9)
        values = offset + slope * at + noise * rng.normal(size=at.size)
        hole = rng.random(at.size) < 0.01
        with open(path, "w", encoding="utf-8") as file:
            file.write("t_s,a.reading\n")
            file.writelines(f"{t!r},{'nan' if h else repr(v)}\n"
                            for t, v, h in zip(at.tolist(), values.tolist(), hole))
        ours = statistics(path)["a.reading"]
        t, v = at[~hole], values[~hole]
        fit = numpy.polyfit(t - t.mean(), v - v.mean(), 1)
        residual = v - v.mean() - numpy.polyval(fit, t - t.mean())
        gaps = numpy.diff(at)
        assert (ours["samples"], ours["dropouts"]) == (v.size, hole.sum())
        near("mean", ours["mean"], v.mean(), relative=1e-13)
        near("deviation", ours["deviation"], v.std(ddof=1), relative=1e-9)
        near("drift", ours["driftPerSecond"], fit[0], relative=1e-9, absolute=1e-12)
        near("noise", ours["noise"], math.sqrt(numpy.mean(residual**2)), relative=1e-7)
        near("peak to peak", ours["peakToPeak"], numpy.ptp(v), relative=1e-12)
        near("rate", ours["rate"], 1 / gaps.mean(), relative=1e-12)
        near("jitter", ours["jitter"], gaps.std(ddof=1), relative=1e-7)
        near("longest gap", ours["longestGap"], gaps.max(), relative=1e-7)


def check_averaged_spectrum():
    rate = 250.0
    t = numpy.arange(4096) / rate
    rng = numpy.random.default_rng(13)
    values = 512 + 20 * numpy.sin(2 * math.pi * 50 * t) + 3 * rng.normal(size=t.size)
    hertz, power = scipy.signal.welch(values, rate, window="hann", nperseg=256, noverlap=128,
                                      detrend="constant", scaling="spectrum")
    out = subprocess.run([PRINT, "averaged", repr(1 / rate)], input="\n".join(map(repr, values.tolist())),
                         capture_output=True, text=True, check=True).stdout
    ours = [tuple(map(float, line.split())) for line in out.splitlines()]
    assert len(ours) == hertz.size - 1
    for (f, amplitude), theirs, p in zip(ours, hertz[1:], power[1:]):
        near("frequency", f, theirs, relative=1e-12)
        sides = 1 if theirs == rate / 2 else 2  # one-sided power is half the squared amplitude
        near(f"amplitude at {f} Hz", amplitude, math.sqrt(sides * p), relative=1e-8)


def receiver_log(seconds):
    """Sentences of a made-up trip, some damaged, with the speeds they tell by python3-nmea2."""
    lines, speeds = [], []
    for i in range(seconds):
        clock = f"{(86390 + i) % 86400 // 3600:02d}{(86390 + i) % 3600 // 60:02d}{(86390 + i) % 60:02d}.00"
        fix = "V" if 20 <= i < 25 else "A"
        rmc = str(pynmea2.RMC("GN", "RMC", [clock, fix, "4807.0380", "N", "01131.0000", "E",
                                            f"{random.uniform(0, 12):.3f}", "84.4", "140631", "", ""]))
        gga = str(pynmea2.GGA("GN", "GGA", [clock, "4807.0380", "N", "01131.0000", "E", "0" if fix == "V" else "1",
                                            "08", "0.9", "512.0", "M", "46.9", "M", "", ""]))
        if i % 17 == 16:
            rmc = rmc[:20] + "?" + rmc[21:]
        for sentence in (gga, rmc):
            lines.append(sentence)
        try:
            told = pynmea2.parse(rmc, check=True)
            speeds.append(float(told.spd_over_grnd) if told.status == "A" else math.nan)
        except pynmea2.ParseError:
            speeds.append(math.nan)
    return lines, speeds


def check_receiver_log(folder):
    log, recording = os.path.join(folder, "trip.nmea"), os.path.join(folder, "trip.csv")
    lines, speeds = receiver_log(200)
    with open(log, "w", encoding="ascii", newline="") as file:
        file.write("".join(line + "\r\n" for line in lines))
    report = json.loads(cli("import", SKIFF, log, recording, "--json"))
    assert report["rows"] == len(speeds) and report["seconds"] == len(speeds) - 1, report
    assert report["leftOut"] == len(speeds) // 17, report
    same("receiver log", ours_of(recording), [[float(i), s] for i, s in enumerate(speeds)],
         relative=1e-15)
    with open(recording, encoding="utf-8") as file:
        assert "satellite-speed.scaled [kn]" in file.readline()


with tempfile.TemporaryDirectory() as scratch:
    check_tables(scratch)
    check_statistics(scratch)
    check_receiver_log(scratch)
check_averaged_spectrum()

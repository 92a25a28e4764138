"""Statistics of simulated codes against numpy, spectra against scipy, local time against the tz
database."""
import os
import random
import subprocess
import tempfile
import warnings
from datetime import datetime, timezone
from zoneinfo import TZPATH, ZoneInfo

import numpy
import scipy.misc
import scipy.signal

from common import SKIFF, cli, near, rows

PRINT = os.environ["FERN_TICK_READING"]


def printed(arguments, numbers):
    text = "\n".join(repr(n) for n in numbers)
    return subprocess.run([PRINT, *arguments], input=text, capture_output=True, text=True, check=True).stdout


def simulated_codes():
    with tempfile.TemporaryDirectory() as folder:
        trace = os.path.join(folder, "trace.csv")
        cli("run", SKIFF, "--scenario", "evening-row", "--seconds", "60",
            "--trace", trace)
        return [float(row["house-battery.reading"]) for row in rows(trace) if row["house-battery.reading"]]


def check_statistics(codes):
    mean, deviation, least, most, distinct = map(float, printed(["statistics"], codes).split())
    near("mean", mean, numpy.mean(codes), relative=1e-12)
    near("standard deviation", deviation, numpy.std(codes, ddof=1), relative=1e-10)
    assert (least, most, distinct) == (min(codes), max(codes), len(numpy.unique(codes)))


def check_spectrum(values, seconds):
    frequencies, power = scipy.signal.periodogram(values, 1 / seconds, window="hann", detrend="constant",
                                                  scaling="spectrum")
    ours = [line.split() for line in printed(["spectrum", repr(seconds)], values).splitlines()]
    assert len(ours) == len(frequencies) - 1  # without the line at zero
    scale = numpy.ptp(values)
    for row, hertz, p in zip(ours, frequencies[1:], power[1:]):
        near("frequency", float(row[0]), hertz, relative=1e-12)
        # One-sided power of a sine is half its squared amplitude, except at half the sampling rate.
        at_end = len(values) % 2 == 0 and hertz == frequencies[-1]
        amplitude = numpy.sqrt(p if at_end else 2 * p)
        assert abs(float(row[1]) - amplitude) <= 1e-8 * scale, (hertz, row[1], amplitude)


def rule_of(zone):
    """The POSIX rule that stands at the end of a file of the tz database (RFC 8536)."""
    for folder in TZPATH:
        path = os.path.join(folder, zone)
        if os.path.exists(path):
            with open(path, "rb") as file:
                return file.read().rsplit(b"\n", 2)[-2].decode()
    raise SystemExit(f"the tz database lacks {zone}")


def check_zones():
    rng = random.Random(5)
    begin = int(datetime(2026, 1, 1, tzinfo=timezone.utc).timestamp())
    for zone in ("Europe/Berlin", "Europe/London", "Europe/Dublin", "America/New_York", "America/Santiago",
                 "America/Nuuk", "Australia/Sydney", "Pacific/Chatham", "Asia/Kathmandu", "Asia/Jerusalem", "UTC"):
        info = ZoneInfo(zone)
        seconds = [begin + rng.randrange(11 * 365 * 86400) for _ in range(2000)]
        # Around every change of the offset, to the second.
        last = None
        for day in range(11 * 365):
            at = begin + day * 86400
            offset = info.utcoffset(datetime.fromtimestamp(at, timezone.utc).astimezone(info))
            if last is not None and offset != last:
                low, high = at - 86400, at
                while high - low > 1:
                    middle = (low + high) // 2
                    now = info.utcoffset(datetime.fromtimestamp(middle, timezone.utc).astimezone(info))
                    low, high = (low, middle) if now == offset else (middle, high)
                seconds += [low, high]
            last = offset
        offsets = printed(["zone", rule_of(zone)], seconds).split()
        assert len(offsets) == len(seconds)
        for second, offset in zip(seconds, offsets):
            expected = datetime.fromtimestamp(second, info).utcoffset().total_seconds()
            assert int(offset) == expected, (zone, rule_of(zone), second, offset, expected)


def check_beats():
    """An electrocardiogram of five minutes with extra beats, 360 Hz, at 10 bits: the rate of the peaks that scipy
    finds, by the median of three intervals."""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")  # that it will move
        wave = scipy.misc.electrocardiogram()
    rate = 360
    peaks, _ = scipy.signal.find_peaks(wave, distance=int(0.3 * rate), prominence=0.9)
    intervals = numpy.diff(peaks) / rate
    expected = numpy.full(len(wave), numpy.nan)
    for i in range(1, len(peaks)):
        to = peaks[i + 1] if i + 1 < len(peaks) else len(wave)
        expected[peaks[i]:to] = 60 / numpy.median(intervals[max(0, i - 3):i])
    codes = numpy.clip(numpy.round((wave + 4) * 1023 / 8), 0, 1023)
    told = numpy.array([float(x) for x in printed(["beats", repr(1 / rate)], list(codes)).split()])
    known = ~numpy.isnan(expected)
    share = numpy.mean(numpy.abs(told - expected)[known] <= 10)
    if share < 0.96:
        raise SystemExit(f"the rate of an electrocardiogram is told within 10 a minute for {share:.1%} of the time")
    print(f"an electrocardiogram's rate is told within 10 a minute for {share:.1%} of the time")


codes = simulated_codes()
check_statistics(codes)
check_spectrum(codes[-256:], 0.1)
rng = numpy.random.default_rng(3)
check_spectrum(list(rng.normal(size=255)), 0.007)
check_spectrum(list(numpy.sin(numpy.arange(200) * 0.7) * 30 + rng.normal(size=200)), 0.02)
check_zones()
check_beats()
print("reading agrees with numpy, scipy and the tz database")

#!/usr/bin/python3
"""Receiver sentences against python3-nmea2: 500 made ones, and each with one character changed."""
import os
import random
import subprocess

import pynmea2

from common import near

PRINT = os.environ["FERN_TICK_NMEA"]
random.seed(20310614)


def degrees(most, digits):
    whole, minutes = random.randrange(most), random.uniform(0, 59.999)
    return f"{whole:0{digits}d}{minutes:07.4f}"


def made():
    clock = f"{random.randrange(24):02d}{random.randrange(60):02d}{random.randrange(60):02d}.{random.randrange(100):02d}"
    place = [degrees(90, 2), random.choice("NS"), degrees(180, 3), random.choice("EW")]
    talker = random.choice(["GP", "GN", "GL", "GA"])
    kind = random.choice(["RMC", "GGA", "GLL", "VTG"])
    if kind == "RMC":
        date = f"{random.randrange(1, 29):02d}{random.randrange(1, 13):02d}{random.randrange(100):02d}"
        return str(pynmea2.RMC(talker, kind, [clock, random.choice("AAAV"), *place, f"{random.uniform(0, 99):.2f}",
                                               f"{random.uniform(0, 360):.1f}", date, "", ""]))
    if kind == "GGA":
        return str(pynmea2.GGA(talker, kind, [clock, *place, str(random.choice([0, 1, 1, 2, 4])),
                                               f"{random.randrange(13):02d}", f"{random.uniform(0.5, 9):.1f}",
                                               f"{random.uniform(-40, 3000):.1f}", "M", "46.9", "M", "", ""]))
    if kind == "GLL":
        return str(pynmea2.GLL(talker, kind, [*place, clock, random.choice("AAV")]))
    knots = random.uniform(0, 60)
    return str(pynmea2.VTG(talker, kind, [f"{random.uniform(0, 360):.1f}", "T", "", "M", f"{knots:.2f}", "N",
                                           f"{knots * 1.852:.2f}", "K"]))


def broken(sentence):
    at = random.randrange(1, sentence.index("*"))
    other = random.choice([c for c in "0123456789ABCDEF.," if c != sentence[at]])
    return sentence[:at] + other + sentence[at + 1:]


sentences = [made() for _ in range(500)]
lines = sentences + [broken(s) for s in sentences]
printed = subprocess.run([PRINT], input="\n".join(lines) + "\n", check=True, capture_output=True,
                         text=True).stdout.splitlines()
if len(printed) != len(lines):
    raise SystemExit(f"{len(lines)} sentences, {len(printed)} answers")

for line, answer in zip(lines, printed):
    try:
        theirs = pynmea2.parse(line, check=True)
    except pynmea2.ParseError:
        theirs = None
    if (theirs is None) != (answer == "bad"):
        raise SystemExit(f"{line}: ours {answer}, theirs {theirs!r}")
    if theirs is None:
        continue
    _, latitude, longitude, speed, quality, used, altitude = answer.split()
    kind = theirs.sentence_type
    has_fix = {"RMC": lambda: theirs.status == "A", "GLL": lambda: theirs.status == "A",
               "GGA": lambda: theirs.gps_qual > 0, "VTG": lambda: False}[kind]()
    if has_fix:
        near(f"{line} latitude", float(latitude), theirs.latitude, absolute=1e-9)
        near(f"{line} longitude", float(longitude), theirs.longitude, absolute=1e-9)
    elif latitude != "-" or longitude != "-":
        raise SystemExit(f"{line}: a position without a fix")
    if kind == "RMC" and has_fix:
        near(f"{line} speed", float(speed), theirs.spd_over_grnd * 1.852, absolute=1e-9)
    if kind == "VTG":
        near(f"{line} speed", float(speed), float(theirs.spd_over_grnd_kts) * 1.852, absolute=1e-9)
    if kind == "GGA":
        near(f"{line} quality", float(quality), theirs.gps_qual)
        near(f"{line} satellites", float(used), int(theirs.num_sats))
        if has_fix:
            near(f"{line} altitude", float(altitude), theirs.altitude, absolute=1e-9)

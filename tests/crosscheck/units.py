#!/usr/bin/python3
"""Every unit of the list against GNU units; NIST SP 811 stands behind its definitions."""
import subprocess

from common import cli, near

# our name, a unit of the same kind, GNU units' names for both
PAIRS = [("mile/h", "m/s", "mile/hour", "m/s"), ("mph", "km/h", "mile/hour", "km/hour"), ("knot", "m/s", "knot", "m/s"),
         ("nmi", "m", "nauticalmile", "m"), ("in", "mm", "inch", "mm"), ("ft", "m", "foot", "m"), ("psi", "Pa", "psi", "Pa"),
         ("bar", "kPa", "bar", "kPa"), ("atm", "hPa", "atm", "hPa"), ("torr", "Pa", "torr", "Pa"), ("lb", "g", "pound", "g"),
         ("oz", "g", "ounce", "g"), ("lbf", "N", "lbf", "N"), ("kgf", "N", "kgf", "N"), ("USgal", "L", "usgallon", "liter"),
         ("UKgal", "mL", "brgallon", "ml"), ("USfloz", "mL", "usfluidounce", "ml"), ("Wh", "kJ", "watt hour", "kJ"),
         ("mAh", "C", "mAh", "coulomb"), ("hp", "kW", "horsepower", "kW"), ("cal", "J", "calorie_th", "J"),
         ("Btu", "kJ", "btu_IT", "kJ"), ("g_n", "m/s2", "gravity", "m/s^2"), ("deg", "mrad", "degree", "milliradian"),
         ("L/min", "m3/h", "liter/minute", "m^3/hour"), ("d", "min", "day", "minute"), ("kohm", "Mohm", "kohm", "Mohm"),
         ("uF", "pF", "microfarad", "picofarad"), ("t", "kg", "tonne", "kg"), ("%", "ppm", "percent", "ppm"),
         ("inHg", "Pa", "inHg", "Pa"), ("mmHg", "Pa", "mmHg", "Pa"), ("kV", "mV", "kV", "mV"), ("GHz", "kHz", "GHz", "kHz")]


def gnu(from_unit, to_unit):
    out = subprocess.run(["units", "-t", "--digits", "17", from_unit, to_unit], check=True, capture_output=True, text=True)
    return float(out.stdout.split()[0])


for ours_from, ours_to, theirs_from, theirs_to in PAIRS:
    near(f"{ours_from} to {ours_to}", float(cli("convert", 1, ours_from, ours_to)), gnu(theirs_from, theirs_to), relative=1e-14)
for value in (-40, 0, 20.5, 98.6, 451):
    near(f"{value} degF", float(cli("convert", value, "degF", "degC")), gnu(f"tempF({value})", "tempC"), absolute=1e-9)
print(f"{len(PAIRS)} units agree with GNU units")

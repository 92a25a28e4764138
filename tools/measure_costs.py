#!/usr/bin/python3
"""Measures the 8-bit row of the operation costs: compiles tools/measure_costs.c and runs it on a cycle-exact simulator.
Prints each cost beside the row of core/timing/costs.cpp, and fails where they differ by more than a tenth.

Needs avr-gcc and simavr."""
import pathlib
import re
import subprocess
import sys
import tempfile

HERE = pathlib.Path(__file__).parent
HERTZ = 16e6
TOLERANCE = 0.1
NAMES = ["loopTurn", "arithmetic", "interrupt", "format", "glyph"]


def measured():
    """Returns the cycles of each operation."""
    with tempfile.TemporaryDirectory() as folder:
        program = pathlib.Path(folder) / "costs.elf"
        subprocess.run(["avr-gcc", "-mmcu=atmega328p", "-DF_CPU=16000000UL", "-std=c99", "-Wall", "-Wextra", "-Os", "-o",
                        program, HERE / "measure_costs.c", "-Wl,-u,vfprintf", "-lprintf_flt", "-lm"], check=True)
        run = subprocess.run(["simavr", "-m", "atmega328p", "-f", "16000000", program], capture_output=True, text=True,
                             timeout=60, check=False)
    found = dict(re.findall(r"(\w+) (\d+)", re.sub(r"\x1b\[[0-9;]*m", "", run.stdout + run.stderr)))
    if "end" not in found:
        raise SystemExit(f"the simulator said nothing that is known:\n{run.stdout}{run.stderr}")
    cycles = {name: int(found[name]) for name in ("loopTurn", "interrupt", "format", "glyph")}
    cycles["arithmetic"] = int(found["threeOperations"]) / 3
    return cycles


def table():
    """Returns the row of the program, in seconds."""
    text = (HERE.parent / "core" / "timing" / "costs.cpp").read_text(encoding="utf-8")
    row = re.search(r"Bits8At16MHz:\s*return \{([^}]*)\}", text).group(1)
    return dict(zip(NAMES, (float(value) / HERTZ for value in re.findall(r"(\d+) \* cycle", row))))


wrong = False
row = table()
for name, cycles in sorted(measured().items()):
    seconds = cycles / HERTZ
    differs = abs(seconds - row[name]) > TOLERANCE * row[name]
    wrong = wrong or differs
    print(f"{name:12} {cycles:7.0f} cycles {seconds * 1e6:8.2f} µs, the table has {row[name] * 1e6:8.2f} µs"
          f"{' <-- differs' if differs else ''}")
sys.exit(wrong)

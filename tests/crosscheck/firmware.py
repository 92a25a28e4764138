#!/usr/bin/python3
"""The C that Scale and Smooth copy for the firmware, compiled by the system's compiler: every value must have
the bits that this program computes, in both number kinds, for every kind of sensor, scaling and step."""
import os
import subprocess
import tempfile


def check(program, least):
    """Compiles what a program prints with "c" and compares what that prints with "values"."""
    def said(mode):
        return subprocess.run([program, mode], check=True, capture_output=True, text=True).stdout

    with tempfile.TemporaryDirectory() as folder:
        source = os.path.join(folder, "firmware.c")
        built = os.path.join(folder, "firmware")
        with open(source, "w", encoding="utf-8") as file:
            file.write(said("c"))
        subprocess.run(["cc", "-std=c99", "-Wall", "-Werror", "-O2", "-ffp-contract=off", "-o", built, source,
                        "-lm"], check=True)
        theirs = subprocess.run([built], check=True, capture_output=True, text=True).stdout.splitlines()
    ours = said("values").splitlines()
    if len(ours) < least or len(ours) != len(theirs):
        raise SystemExit(f"{len(ours)} values here, {len(theirs)} there")
    for line, (a, b) in enumerate(zip(ours, theirs)):
        if a != b:
            raise SystemExit(f"{os.path.basename(program)}, value {line}: {a} here, {b} on the board")
    print(f"{os.path.basename(program)}: {len(ours)} values are the same bits")


def links_for_8_bits(program):
    """Compiles and links what a program prints with "board" for an 8-bit board, whose library lacks much."""
    with tempfile.TemporaryDirectory() as folder:
        source = os.path.join(folder, "board.c")
        with open(source, "w", encoding="utf-8") as file:
            subprocess.run([program, "board"], check=True, stdout=file)
        subprocess.run(["avr-gcc", "-mmcu=atmega328p", "-std=c99", "-Wall", "-Werror", "-Os", "-o",
                        os.path.join(folder, "board"), source, "-lm"], check=True)
    print(f"{os.path.basename(program)}: links for 8 bits")


links_for_8_bits(os.environ["FERN_TICK_SMOOTHING"])
check(os.environ["FERN_TICK_SCALING"], 28 * 1000)
check(os.environ["FERN_TICK_SMOOTHING"], 40 * 2000)

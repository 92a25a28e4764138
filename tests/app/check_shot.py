#!/usr/bin/python3
"""Checks that a picture of the window has its size and bars, and that every cell of the glass is the
same whole number of device pixels.

usage: check_shot.py PICTURE SCALE
"""
import math
import sys

from PIL import Image

image = Image.open(sys.argv[1]).convert("RGB")
scale = float(sys.argv[2])
assert image.size == (1280 * scale, 800 * scale), image.size
assert image.getpixel((int(600 * scale), 4)) == (0x2F, 0x5D, 0x43), "the top bar is not there"

LIT = (0xBF, 0xE8, 0xC8)
lit = 0
edges = set()
for y in range(int(60 * scale), int(240 * scale)):
    row = [image.getpixel((x, y)) == LIT for x in range(int(980 * scale), int(1270 * scale))]
    lit += sum(row)
    edges.update(x for x in range(1, len(row)) if row[x] != row[x - 1])
assert lit > 1000 * scale**2, f"the glass has only {lit} lit pixels"
cell = math.gcd(*(x - min(edges) for x in edges))
assert cell == math.floor(2 * scale), f"the cells of the glass are not {math.floor(2 * scale)} pixels wide but {cell}"

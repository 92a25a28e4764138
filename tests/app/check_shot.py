#!/usr/bin/python3
"""Checks that a picture of the window has its size, its bars and a lit glass."""
import sys

from PIL import Image

image = Image.open(sys.argv[1]).convert("RGB")
assert image.size == (1280, 800), image.size
assert image.getpixel((600, 4)) == (0x2F, 0x5D, 0x43), "the top bar is not there"
lit = sum(1 for x in range(980, 1270) for y in range(60, 240) if image.getpixel((x, y)) == (0xBF, 0xE8, 0xC8))
assert lit > 1000, f"the glass has only {lit} lit pixels"

#!/usr/bin/python3
"""Pictures against Pillow: adjustments pixel by pixel, error diffusion by its tone, arrays byte by byte."""
import os
import re
import tempfile

import numpy as np
from PIL import Image, ImageEnhance

from common import SOURCE, cli


def seen(path, folder, *options):
    out = os.path.join(folder, "out.png")
    cli("picture", path, *options, "--png", out)
    return np.asarray(Image.open(out).convert("RGB")).astype(int)


def as565(image):
    """The colours of an RGB image as a panel of 16 bits shows them."""
    red, green, blue = (np.asarray(image).astype(int)[..., i] >> s for i, s in ((0, 3), (1, 2), (2, 3)))
    return np.stack([red << 3 | red >> 2, green << 2 | green >> 4, blue << 3 | blue >> 2], axis=-1)


rng = np.random.default_rng(5)
y, x = np.mgrid[0:48, 0:64]
colours = np.stack([x * 4, y * 5, 255 - (x + y) * 2], axis=-1) + rng.integers(-12, 12, (48, 64, 3))
picture = Image.fromarray(colours.clip(0, 255).astype(np.uint8), "RGB")
with tempfile.TemporaryDirectory() as folder:
    path = os.path.join(folder, "in.png")
    picture.save(path)
    full = ("--size", "64x48", "--palette", "full")
    if not np.array_equal(seen(path, folder, *full), as565(picture)):
        raise SystemExit("a picture in 16-bit colours differs")
    for option, enhance in (("saturation", ImageEnhance.Color), ("contrast", ImageEnhance.Contrast),
                            ("brightness", ImageEnhance.Brightness), ("sharpness", ImageEnhance.Sharpness)):
        for factor in (0.0, 0.5, 1.6, 2.0):
            ours = seen(path, folder, *full, f"--{option}", factor)
            # Pillow cuts where we round, so that a level can fall into the next step of 5 or 6 bits.
            if np.abs(ours - as565(enhance(picture).enhance(factor))).max() > 9:
                raise SystemExit(f"{option} {factor} differs from Pillow's")
    for turn, method in ((90, Image.ROTATE_270), (180, Image.ROTATE_180), (270, Image.ROTATE_90)):
        turned = picture.transpose(method)
        ours = seen(path, folder, "--size", f"{turned.width}x{turned.height}", "--palette", "full", "--turn", turn)
        if not np.array_equal(ours, as565(turned)):
            raise SystemExit(f"turned by {turn} it differs")
    box = picture.resize((16, 12), Image.BOX)
    if np.abs(seen(path, folder, "--size", "16x12", "--palette", "full") - as565(box)).max() > 9:
        raise SystemExit("scaling differs from Pillow's box")
    # Error diffusion: other rules of rounding give other dots, and the same tone.
    grey = os.path.join(SOURCE, "tests", "data", "pictures", "dither-input.pgm")
    source = np.asarray(Image.open(grey)).astype(float)
    theirs = np.asarray(Image.open(grey).convert("L").convert("1")).astype(float) * 255
    ours = seen(grey, folder, "--size", "64x32")[..., 0]
    for values, name in ((ours, "ours"), (theirs, "Pillow's")):
        blocks = (values - source).reshape(4, 8, 8, 8).mean(axis=(1, 3))
        if abs(values.mean() - source.mean()) > 0.015 * 255 or np.abs(blocks).max() > 24:
            raise SystemExit(f"{name}: the tone of a block of 8 × 8 is off by {np.abs(blocks).max():.1f}")
    for order, bits in (("msb", "big"), ("lsb", "little")):
        text = cli("picture", grey, "--size", "64x32", "--array", order)
        mine = bytes(int(byte, 16) for byte in re.findall("0x([0-9A-F]{2})", text))
        if mine != np.packbits(ours > 0, axis=1, bitorder=bits).tobytes():
            raise SystemExit(f"the array {order} differs from numpy's")
print("pictures agree with Pillow and numpy")

#!/usr/bin/python3
"""The text on the glass against the same face drawn by Pillow from the package's PCF file."""
import gzip
import io
import json
import os
import tempfile

from PIL import Image, PcfFontFile

from common import cli, skiff

PCF = "/usr/share/fonts/X11/misc/spleen-{}.pcf.gz"
TEXT = "0123456789.-+"
checked = 0
with tempfile.TemporaryDirectory() as folder:
    for size in ("5x8", "8x16", "16x32"):
        width, height = map(int, size.split("x"))
        if not os.path.exists(PCF.format(size)):
            raise SystemExit(f"{PCF.format(size)} is missing")
        font = PcfFontFile.PcfFontFile(io.BytesIO(gzip.open(PCF.format(size)).read()))
        for start in range(0, len(TEXT), 128 // width):
            part = TEXT[start:start + 128 // width]
            instrument = skiff()
            instrument["pages"][0]["fields"] = [{"id": "f", "kind": "label", "text": part, "x": 0, "y": 0, "font": size, "scale": 1}]
            source, png = os.path.join(folder, "a.fern.json"), os.path.join(folder, "a.png")
            with open(source, "w", encoding="utf-8") as out:
                json.dump(instrument, out)
            cli("glass", source, "--display", "helm", "--page", instrument["pages"][0]["id"], "--png", png, "--zoom", 1)
            ours = Image.open(png).convert("L")
            for i, character in enumerate(part):
                (_, _), (left, top, right, bottom), _, bitmap = font[ord(character)]
                theirs = {(i * width + left + x, y) for y in range(bitmap.height) for x in range(bitmap.width)
                          if bitmap.convert("L").getpixel((x, y))}
                mine = {(x, y) for x in range(i * width, (i + 1) * width) for y in range(height) if ours.getpixel((x, y)) > 100}
                # The PCF box begins at its own top row; compare the shapes.
                lift = min(y for _, y in mine) - min(y for _, y in theirs)
                if mine != {(x, y + lift) for x, y in theirs}:
                    raise SystemExit(f"{size}: {character!r} differs")
                checked += 1
print(f"{checked} glyphs agree with Pillow")

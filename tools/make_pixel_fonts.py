#!/usr/bin/python3
"""Writes the pixel fonts of the packages fonts-spleen, xfonts-base (4x6) and console-setup-linux (8x8) as C++ data.

usage: make_pixel_fonts.py OUT.cpp
Reads PSF1 and PSF2 with their Unicode tables, and PCF. Each glyph becomes rows of (width+7)//8 bytes,
leftmost pixel in the highest bit; glyphs are sorted by code point.
"""
import gzip
import io
import pathlib
import struct
import sys

from PIL import PcfFontFile

CONSOLE = "/usr/share/consolefonts/"
FONTS = {"4x6": "/usr/share/fonts/X11/misc/4x6.pcf.gz", "5x8": CONSOLE + "spleen-5x8.psfu.gz",
         "8x8": CONSOLE + "Uni2-VGA8.psf.gz"}
FONTS |= {size: f"{CONSOLE}spleen-{size}.psfu.gz" for size in ("6x12", "8x16", "12x24", "16x32", "32x64")}


def read_psf(data):
    """Returns (width, height, {code point: glyph bytes})."""
    if data[:2] == b"\x36\x04":
        mode, height = data[2], data[3]
        width, count, size, offset = 8, 512 if mode & 1 else 256, height, 4
    elif data[:4] == b"\x72\xb5\x4a\x86":
        _, offset, _, count, size, height, width = struct.unpack_from("<7I", data, 4)
    else:
        raise SystemExit("not a PSF font")
    bitmaps = [data[offset + i * size:offset + (i + 1) * size] for i in range(count)]
    table = data[offset + count * size:]
    glyphs, at = {}, 0
    for bitmap in bitmaps:
        if data[:2] == b"\x36\x04":
            sequence = False  # combining sequences follow the single code points
            while (code := struct.unpack_from("<H", table, at)[0]) != 0xFFFF:
                sequence = sequence or code == 0xFFFE
                if not sequence:
                    glyphs.setdefault(code, bitmap)
                at += 2
            at += 2
        else:
            end = table.index(b"\xff", at)
            for char in table[at:end].split(b"\xfe")[0].decode("utf-8"):
                glyphs.setdefault(ord(char), bitmap)
            at = end + 1
    return width, height, glyphs


def read_pcf(data, width, height):
    """Returns the same of a font of Latin-1; the last row of a cell is below the base line."""
    font = PcfFontFile.PcfFontFile(io.BytesIO(data))
    glyphs = {}
    for code, glyph in enumerate(font.glyph):
        if glyph is None or code < 32 or 127 <= code < 160:
            continue
        _, (left, top, _, _), _, bitmap = glyph
        rows = [0] * height
        for y in range(bitmap.height):
            for x in range(bitmap.width):
                if bitmap.getpixel((x, y)):
                    rows[height - 1 + top + y] |= 0x80 >> (left + x)
        glyphs[code] = bytes(rows)
    return width, height, glyphs


def read(size, data):
    if data[:4] == b"\x01fcp":
        return read_pcf(data, *map(int, size.split("x")))
    return read_psf(data)


def main():
    out = pathlib.Path(sys.argv[1])
    lines = ["// Made by tools/make_pixel_fonts.py; do not edit.", '#include "glass/pixel_font.h"', "",
             "namespace fern::pixel_font_data {", ""]
    table = []
    for size, path in FONTS.items():
        width, height, glyphs = read(size, gzip.decompress(pathlib.Path(path).read_bytes()))
        codes = sorted(glyphs)
        name = f"font{size}"
        lines.append(f"const char32_t {name}Codes[] = {{{', '.join(str(c) for c in codes)}}};")
        data = ",".join(str(b) for code in codes for b in glyphs[code])
        lines.append(f"const unsigned char {name}Rows[] = {{{data}}};")
        table.append(f'    {{"{size}", {width}, {height}, {{{name}Codes, {len(codes)}}}, {name}Rows}},')
    lines += ["", "extern const PixelFont all[8] = {", *table, "};", "", "} // namespace fern::pixel_font_data", ""]
    out.write_text("\n".join(lines), encoding="utf-8")


main()

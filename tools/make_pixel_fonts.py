#!/usr/bin/python3
"""Writes the pixel fonts of the fonts-spleen package as C++ data.

usage: make_pixel_fonts.py FOLDER_OF_PSFU_FILES OUT.cpp
Reads PSF1 and PSF2 with their Unicode tables. Each glyph becomes rows of (width+7)//8 bytes,
leftmost pixel in the highest bit; glyphs are sorted by code point.
"""
import gzip
import pathlib
import struct
import sys

SIZES = ["5x8", "6x12", "8x16", "12x24", "16x32", "32x64"]


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


def main():
    folder, out = pathlib.Path(sys.argv[1]), pathlib.Path(sys.argv[2])
    lines = ["// Made by tools/make_pixel_fonts.py; do not edit.", '#include "glass/pixel_font.h"', "",
             "namespace fern::pixel_font_data {", ""]
    table = []
    for size in SIZES:
        width, height, glyphs = read_psf(gzip.decompress((folder / f"spleen-{size}.psfu.gz").read_bytes()))
        codes = sorted(glyphs)
        name = f"font{size}"
        lines.append(f"const char32_t {name}Codes[] = {{{', '.join(str(c) for c in codes)}}};")
        data = ",".join(str(b) for code in codes for b in glyphs[code])
        lines.append(f"const unsigned char {name}Rows[] = {{{data}}};")
        table.append(f'    {{"{size}", {width}, {height}, {{{name}Codes, {len(codes)}}}, {name}Rows}},')
    lines += ["", "extern const PixelFont all[6] = {", *table, "};", "", "} // namespace fern::pixel_font_data", ""]
    out.write_text("\n".join(lines), encoding="utf-8")


main()

#!/usr/bin/python3
"""Copies an OpenType font under another family name.

usage: rename_font.py IN.otf OUT.otf FAMILY STYLE
The embedded faces need a family of their own: several installed faces may share the original name,
and then the wrong one is drawn.
"""
import struct
import sys


def name_table(family, style):
    """A name table with the family (1), style (2), full (4) and PostScript (6) name for Windows."""
    texts = {1: family, 2: style, 3: f"{family} {style} embedded", 4: f"{family} {style}",
             6: f"{family}-{style}".replace(" ", "")}
    records, storage = b"", b""
    for number, text in sorted(texts.items()):
        data = text.encode("utf-16-be")
        records += struct.pack(">6H", 3, 1, 0x409, number, len(data), len(storage))
        storage += data
    return struct.pack(">3H", 0, len(texts), 6 + len(records)) + records + storage


def checksum(data):
    data += b"\0" * (-len(data) % 4)
    return sum(struct.unpack(f">{len(data) // 4}I", data)) & 0xFFFFFFFF


def main():
    source, target, family, style = sys.argv[1:5]
    font = open(source, "rb").read()
    flavour, count = struct.unpack_from(">4sH", font)
    tables = {}
    for i in range(count):
        tag, _, offset, length = struct.unpack_from(">4s3I", font, 12 + 16 * i)
        tables[tag] = font[offset:offset + length]
    tables[b"name"] = name_table(family, style)
    tables[b"head"] = tables[b"head"][:8] + b"\0\0\0\0" + tables[b"head"][12:]
    head, body = font[:12], b""
    directory = b""
    start = 12 + 16 * count
    for tag, data in sorted(tables.items()):
        directory += struct.pack(">4s3I", tag, checksum(data), start + len(body), len(data))
        body += data + b"\0" * (-len(data) % 4)
    whole = head + directory + body
    adjust = (0xB1B0AFBA - checksum(whole)) & 0xFFFFFFFF
    at = whole.index(struct.pack(">4sI", b"head", checksum(tables[b"head"])))
    offset = struct.unpack_from(">I", whole, at + 8)[0]
    whole = whole[:offset + 8] + struct.pack(">I", adjust) + whole[offset + 12:]
    open(target, "wb").write(whole)


main()

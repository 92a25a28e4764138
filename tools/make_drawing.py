#!/usr/bin/python3
"""Draws the shed's drawing of the month: hills, a river, a boat and the evening sun. Everything is invented.

usage: make_drawing.py OUT.png
"""
import math
import sys

from PIL import Image, ImageDraw

WIDTH, HEIGHT = 320, 220
picture = Image.new("RGB", (WIDTH, HEIGHT))
draw = ImageDraw.Draw(picture)
for y in range(HEIGHT):
    share = y / HEIGHT
    draw.line([(0, y), (WIDTH, y)], fill=(255, round(210 - 90 * share), round(120 + 60 * share)))
draw.ellipse([205, 40, 265, 100], fill=(255, 240, 60))
for distance, colour in ((0, (40, 110, 60)), (1, (20, 80, 50)), (2, (10, 50, 30))):
    ridge = [(x, 118 + 14 * distance + 16 * math.sin(x / (38 + 9 * distance) + 2 * distance)) for x in range(WIDTH)]
    draw.polygon([(0, HEIGHT), *ridge, (WIDTH, HEIGHT)], fill=colour)
draw.polygon([(0, 170), (WIDTH, 158), (WIDTH, HEIGHT), (0, HEIGHT)], fill=(40, 90, 180))
for y in range(172, HEIGHT, 7):
    draw.line([(10 + y % 37, y), (150 + y % 53, y - 2)], fill=(230, 240, 255), width=1)
draw.polygon([(70, 184), (210, 178), (196, 194), (84, 198)], fill=(150, 30, 20))
for seat in range(4):
    x = 95 + 26 * seat
    draw.ellipse([x, 158 - seat, x + 10, 168 - seat], fill=(20, 20, 20))
    draw.line([(x + 5, 168 - seat), (x + 5, 184 - seat)], fill=(20, 20, 20), width=4)
    draw.line([(x + 5, 176 - seat), (x - 12, 204)], fill=(255, 250, 230), width=2)
picture.save(sys.argv[1])

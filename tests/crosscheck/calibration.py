"""Calibration curves against scipy.stats and numpy.polyfit: made-up pairs, some badly conditioned, and what
the F-test says of them."""
import json
import os
import re
import subprocess
import tempfile

import numpy
import scipy.stats

from common import CLI, cli, near


def fitted(path, model, *options):
    return json.loads(cli("fit", path, "--model", model, "--json", *options))


def pairs(rng, start, span, bend, scatter):
    x = start + numpy.sort(rng.integers(0, span, 30))
    u = (x - start) / span
    return x, 5 * u + bend * u * u + 0.3 + scatter * rng.normal(size=x.size)


def p_of(sentence):
    """The probability that the sentence names, with two digits."""
    return float(re.search(r"in ([\d.]+) %", sentence).group(1)) / 100


def check(path, x, y):
    with open(path, "w", encoding="utf-8") as file:
        file.write("code;grams\n" + "".join(f"{a};{b!r}\n" for a, b in zip(x.tolist(), y.tolist())))
    line = fitted(path, "line")
    theirs = scipy.stats.linregress(x, y)
    near("slope", line["coefficients"][1], theirs.slope, relative=1e-10)
    near("intercept", line["coefficients"][0], theirs.intercept, relative=1e-9)
    near("error of the slope", line["standardErrors"][1], theirs.stderr, relative=1e-6)
    near("error of the intercept", line["standardErrors"][0], theirs.intercept_stderr, relative=1e-6)
    near("R squared", line["rSquared"], theirs.rvalue**2, relative=1e-10)
    quadratic = fitted(path, "quadratic")
    middle = x.mean()
    curve = numpy.polyfit(x - middle, y, 2)  # centred, so that it can be trusted
    near("bend", quadratic["coefficients"][2], curve[0], relative=1e-8, absolute=1e-16)
    left = y - numpy.polyval(curve, x - middle)
    near("left by the quadratic", quadratic["residualSquares"], float(numpy.sum(left**2)), relative=1e-8)
    f = (line["residualSquares"] - quadratic["residualSquares"]) / (quadratic["residualSquares"] / (x.size - 3))
    p = scipy.stats.f.sf(f, 1, x.size - 3)
    advice = line["advice"]
    if p < 0.05:
        assert advice.startswith("A line leaves a bend"), advice
    else:
        gain = fitted(path, "gain")
        f = (gain["residualSquares"] - line["residualSquares"]) / (line["residualSquares"] / (x.size - 2))
        p = scipy.stats.f.sf(f, 1, x.size - 2)
        assert advice.startswith("A line is enough" if p < 0.05 else "One factor is enough"), advice
    if p >= 0.001:
        near("p of the F-test", p_of(advice), p, relative=0.06)


rng = numpy.random.default_rng(2031)
with tempfile.TemporaryDirectory() as folder:
    table = os.path.join(folder, "pairs.csv")
    for start, span in [(0, 1023), (200, 60000), (8_388_608, 2000)]:
        for bend in (0, 0.01, 0.5):
            for scatter in (0.003, 0.1):
                check(table, *pairs(rng, start, span, bend, scatter))
    with open(table, "w", encoding="utf-8") as file:
        file.write("3,1\n")
    for text in ["3,1\n", "3,1\n3,2\n", "a,b\n3,nan\n4,5\n", "a,b\n1,2\n2,x\n3,4\n5,6\n", "only words\nhere too\n"]:
        with open(table, "w", encoding="utf-8") as file:
            file.write(text)
        done = subprocess.run([CLI, "fit", table], capture_output=True, text=True)
        assert done.returncode == 3 and done.stderr.count("\n") == 1, (text, done)
    # A million pairs are read and fitted; the line is exact, so only rounding is left.
    with open(table, "w", encoding="utf-8") as file:
        file.write("r,v\n" + "".join(f"{i},{0.25 * i - 3}\n" for i in range(1_000_000)))
    line = fitted(table, "line", "--tolerance", "0.001", "--reference-exact")
    near("slope of a million", line["coefficients"][1], 0.25, relative=1e-14)
    near("intercept of a million", line["coefficients"][0], -3, relative=1e-10)
    assert line["verdict"] == "good", line

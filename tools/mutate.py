#!/usr/bin/python3
"""Puts single faults into the core, one at a time, and says which of them its own tests do not notice.

    mutate.py COUNT SEED [--folders base,judge] [--jobs N]

Works on copies of the last commit under build/mutate, so that the checkout stays as it is and may change meanwhile. Each mutant is one
operator, number or statement of one line, chosen by the seed; one that does not compile is drawn again. The quick suites
of the mutated folder run first, then the other quick ones, then those that take seconds; the first failure ends them, and
so does a time many times the usual one. One that compiles to the same program is no fault, and is drawn again too.
Prints every survivor with its line before and behind, and the share that was caught."""
import argparse
import concurrent.futures
import io
import os
import random
import re
import subprocess
import sys
import tarfile

ROOT = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
FOLDERS = "base signal curves kernel parts world reading scale smooth text judge plan".split()

# What stands for what: a pattern, and what it may become. Blanks around an operator keep templates, references and
# signs of numbers out.
SWAPS = [
    (r" \+ ", [" - "]), (r" - ", [" + "]), (r" \* ", [" / "]), (r" / ", [" * "]), (r" % ", [" / "]),
    (r" < ", [" <= ", " > "]), (r" > ", [" >= ", " < "]), (r" <= ", [" < "]), (r" >= ", [" > "]),
    (r" == ", [" != "]), (r" != ", [" == "]), (r" && ", [" || "]), (r" \|\| ", [" && "]),
    (r" \+= ", [" -= "]), (r" -= ", [" += "]), (r"\+\+", ["--"]), (r"--", ["++"]),
    (r"\btrue\b", ["false"]), (r"\bfalse\b", ["true"]),
    (r"\bstd::min\(", ["std::max("]), (r"\bstd::max\(", ["std::min("]),
    (r"\bstd::floor\(", ["std::ceil("]), (r"\bstd::ceil\(", ["std::floor("]),
    (r"\bif \(", ["if (!("]), (r"\breturn (?=(is|has|can|does)[A-Z])", ["return !"]),
    (r"\breturn (?=(?!(is|has|can|does)[A-Z]|true\b|false\b)[a-z])", ["return -"]),
]
NUMBER = re.compile(r"(?<![\w.\"])\d+(\.\d+)?(e-?\d+)?(?![\w.\"])")
STATEMENT = re.compile(r"^\s+[\w.>\[\]()-]+(\(.*\)| [-+*/]?= .*);$")


def mutants_of(line):
    """Every line that a single fault makes of one."""
    code = line.split("//")[0].rstrip()
    if not code.strip() or code.lstrip().startswith(("#", "*", "/*", "namespace", "case ", "static_assert", "assert")):
        return
    outside = re.sub(r'"(\\.|[^"\\])*"', lambda m: "\0" * len(m.group()), code)
    for pattern, others in SWAPS:
        for match in re.finditer(pattern, outside):
            for other in others:
                changed = code[:match.start()] + other + code[match.end():]
                if other == "if (!(":
                    if not code.endswith((")", ") {")):
                        continue
                    at = changed.rindex(")")
                    changed = changed[:at] + "))" + changed[at + 1:]
                yield changed
    for match in NUMBER.finditer(outside):
        value = match.group()
        yield code[:match.start()] + (f"{float(value) * 2:g}" if "." in value or "e" in value
                                      else str(int(value) + 1)) + code[match.end():]
    if STATEMENT.match(code):
        yield re.match(r"\s*", code).group() + ";"


def draw(rng, root, folders):
    """A file, the number of a line and what becomes of it, without end."""
    lines = []
    for folder in folders:
        for directory, _, names in os.walk(os.path.join(root, "core", folder)):
            for name in sorted(names):
                if not name.endswith((".cpp", ".inc")):
                    continue
                path = os.path.relpath(os.path.join(directory, name), root)
                with open(os.path.join(root, path), encoding="utf-8") as file:
                    lines += [(path, i, text.rstrip("\n")) for i, text in enumerate(file)]
    seen = set()
    while True:
        path, number, line = rng.choice(lines)
        changes = [c for c in mutants_of(line) if (path, number, c) not in seen]
        if changes:
            change = rng.choice(changes)
            seen.add((path, number, change))
            yield path, number, line, change


class Bench:
    """A copy of the sources with its own build of the core; the tests are those of the first."""

    def __init__(self, number, commit):
        every = os.path.join(ROOT, "build", "mutate")
        folder = os.path.join(every, str(number))
        self.source = os.path.join(folder, "source")
        self.build = os.path.join(folder, "build")
        self.tests = os.path.join(every, "0", "build", "tests", "core_tests")
        # Seen from its own folder every copy is the same, so the cache serves the next one.
        self.environment = {**os.environ, "CCACHE_BASEDIR": folder, "CCACHE_NOHASHDIR": "1"}
        self.copy(commit)
        self.run(["cmake", "-S", self.source, "-B", self.build, "-G", "Ninja", "-DFERN_TICK_QT=OFF",
                  "-DBUILD_SHARED_LIBS=ON", "-DCMAKE_POSITION_INDEPENDENT_CODE=ON", "-DCMAKE_BUILD_TYPE=Debug",
                  "-DCMAKE_CXX_FLAGS=-O1 -g0", "-DCMAKE_UNITY_BUILD=OFF", "-DCMAKE_LINK_DEPENDS_NO_SHARED=ON",
                  "-DCMAKE_EXE_LINKER_FLAGS=-Wl,--copy-dt-needed-entries"], check=True)
        self.make("core/all", check=True)
        if number == 0:
            self.make("core_tests", check=True)
        libraries = [os.path.join(self.build, "core", name) for name in os.listdir(os.path.join(self.build, "core"))]
        self.environment["LD_LIBRARY_PATH"] = ":".join(libraries)
        self.sound = {folder: self.program_of(folder) for folder in FOLDERS}
        self.seconds = {}

    def copy(self, commit):
        """Brings the sources to those of a commit, and leaves files alone that are so already."""
        packed = subprocess.run(["git", "archive", commit, "core", "tests", "demo", "docs", "tools", "CMakeLists.txt"],
                                cwd=ROOT, check=True, capture_output=True).stdout
        with tarfile.open(fileobj=io.BytesIO(packed)) as archive:
            tracked = {member.name: archive.extractfile(member).read() for member in archive if member.isfile()}
        for directory, _, names in os.walk(self.source):
            for name in names:
                if os.path.relpath(os.path.join(directory, name), self.source) not in tracked:
                    os.remove(os.path.join(directory, name))
        for path, text in tracked.items():
            there = os.path.join(self.source, path)
            os.makedirs(os.path.dirname(there), exist_ok=True)
            if not os.path.exists(there) or open(there, "rb").read() != text:
                with open(there, "wb") as file:
                    file.write(text)

    def run(self, command, check=False, **more):
        done = subprocess.run(command, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True,
                              env=self.environment, **more)
        if check and done.returncode != 0:
            sys.exit(done.stdout)
        return done

    def make(self, target, check=False):
        return self.run(["ninja", "-C", self.build, target], check=check).returncode == 0

    def program_of(self, folder):
        """The bytes of a folder's library."""
        with open(os.path.join(self.build, "core", folder, f"libfern_{folder}.so"), "rb") as file:
            return file.read()

    def time_suites(self):
        """Runs every suite once without a fault, and notes how many seconds each takes."""
        done = self.run([self.tests])
        for suite, milliseconds in re.findall(r"tests? from (\S+) \((\d+) ms total\)", done.stdout):
            self.seconds[suite] = int(milliseconds) / 1000
        return done.returncode == 0

    def passes(self, suites):
        """Whether these suites pass, in a few times the seconds that they took before."""
        if not suites:
            return True
        limit = 5 * sum(self.seconds[suite] for suite in suites) + 10
        try:
            return self.run([self.tests, "--gtest_brief=1", "--gtest_fail_fast",
                             "--gtest_filter=" + ":".join(suite + ".*" for suite in suites)],
                            timeout=limit).returncode == 0
        except subprocess.TimeoutExpired:
            return False

    def suites_of(self, path):
        """The suites that test the folder of a file."""
        folder = path.split("/")[1]
        names = set()
        for directory, _, files in os.walk(os.path.join(self.source, "tests", "core", folder)):
            for name in files:
                with open(os.path.join(directory, name), encoding="utf-8") as file:
                    names |= set(re.findall(r"(?:TEST|TEST_F|RC_GTEST_PROP)\((\w+),", file.read()))
        return names

    def judge(self, mutant):
        """"caught", "survived", or "no fault"."""
        path, number, _, change = mutant
        there = os.path.join(self.source, path)
        with open(there, encoding="utf-8") as file:
            whole = file.read()
        lines = whole.split("\n")
        lines[number] = change
        with open(there, "w", encoding="utf-8") as file:
            file.write("\n".join(lines))
        try:
            if not self.make("core/all"):
                return "no fault"
            folder = path.split("/")[1]
            if self.program_of(folder) == self.sound[folder]:
                return "no fault"
            near = self.suites_of(path)
            slow = 1.5  # seconds
            stages = [[], [], []]
            for suite, seconds in self.seconds.items():
                stages[2 if seconds > slow else 0 if suite in near else 1].append(suite)
            return "survived" if all(self.passes(stage) for stage in stages) else "caught"
        finally:
            with open(there, "w", encoding="utf-8") as file:
                file.write(whole)


def main():
    arguments = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    arguments.add_argument("count", type=int)
    arguments.add_argument("seed", type=int)
    arguments.add_argument("--folders", default=",".join(FOLDERS))
    arguments.add_argument("--jobs", type=int, default=os.cpu_count())
    a = arguments.parse_args()
    commit = subprocess.run(["git", "rev-parse", "HEAD"], cwd=ROOT, check=True, capture_output=True,
                            text=True).stdout.strip()
    benches = [Bench(i, commit) for i in range(a.jobs)]
    drawn = draw(random.Random(a.seed), benches[0].source, a.folders.split(","))
    with concurrent.futures.ThreadPoolExecutor(a.jobs) as pool:
        for bench in benches:
            if not bench.time_suites():
                sys.exit("the tests fail without any fault")
        caught, survivors = 0, []
        waiting = {pool.submit(bench.judge, mutant): (bench, mutant)
                   for bench, mutant in zip(benches, drawn)}
        under_way = len(waiting)
        while waiting:
            done = next(concurrent.futures.as_completed(waiting))
            bench, mutant = waiting.pop(done)
            verdict = done.result()
            under_way -= verdict == "no fault"
            caught += verdict == "caught"
            if verdict == "survived":
                survivors.append(mutant)
                print(f"{mutant[0]}:{mutant[1] + 1}, after {caught} caught\n  - {mutant[2].strip()}\n  + {mutant[3].strip()}", flush=True)
            if under_way < a.count:
                mutant = next(drawn)
                waiting[pool.submit(bench.judge, mutant)] = (bench, mutant)
                under_way += 1
    print(f"{caught} of {caught + len(survivors)} mutants were caught")


main()

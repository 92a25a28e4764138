#!/usr/bin/python3
"""Checks that every core folder includes only folders that its CMake target may use.

usage: check_layers.py SOURCE_DIR
The order of the folders is FERN_CORE_ORDER of core/CMakeLists.txt; what a folder may use is the DEPS of
its own CMakeLists.txt, where folder_spec allows only its headers named spec.h or *_spec.h. No core file includes Qt.
"""
import pathlib
import re
import sys


def main():
    core = pathlib.Path(sys.argv[1]) / "core"
    order = re.search(r"FERN_CORE_ORDER(.*?)\)", (core / "CMakeLists.txt").read_text(), re.S).group(1).split()
    faults = []
    direct = {}
    for folder in order:
        text = (core / folder / "CMakeLists.txt").read_text()
        deps = set()
        for block in re.findall(r"fern_core(?:_spec)?\((.*?)\)", text, re.S):
            deps |= set(re.search(r"DEPS(.*?)(?:LIBS|SOURCES|$)", block, re.S).group(1).split()) if "DEPS" in block else set()
        direct[folder] = deps
        for dep in deps:
            base = dep.removesuffix("_spec")
            if order.index(base) > order.index(folder) or (base == folder and not dep.endswith("_spec")):
                faults.append(f"core/{folder}: DEPS names {dep}, which stands below it")
    reach = {}
    for folder in order:  # what a folder's headers pull in is usable too
        reach[folder] = set(direct[folder])
        for dep in direct[folder]:
            reach[folder] |= reach.get(dep.removesuffix("_spec"), set())
    for folder in order:
        for source in sorted((core / folder).rglob("*.[chi]*")):
            for name in re.findall(r'#include ["<]([^">]+)[">]', source.read_text(encoding="utf-8")):
                if re.match(r"Q[A-Z]|qcustomplot", name):
                    faults.append(f"{source}: includes {name}; the core does without Qt")
                head = name.split("/")[0]
                if head not in order or head == folder:
                    continue
                allowed = head in reach[folder] or (f"{head}_spec" in reach[folder] and name.endswith("spec.h"))
                if not allowed:
                    faults.append(f"{source}: includes {name}, but core/{folder} does not use {head}")
    print("\n".join(faults) or f"{len(order)} folders keep their order")
    sys.exit(1 if faults else 0)


main()

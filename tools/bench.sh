#!/usr/bin/env bash
# Builds the benchmarks and prints the table of figures; the window's start is timed under Xvfb.
set -euo pipefail
cd "$(dirname "$0")/.."
cmake --preset dev -DFERN_TICK_SPEED=ON >/dev/null
cmake --build --preset dev --target core_speed start_empty start_demo window_answers read_csv plot_frames -- --quiet
xvfb-run -a -s "-screen 0 1280x800x24 -dpi 96" /usr/bin/python3 tools/bench.py build/dev .

#!/usr/bin/env bash
# The readers of instrument files and recordings under libFuzzer with sanitizers: fuzz.sh SECONDS each.
set -euo pipefail
cd "$(dirname "$0")/.."
seconds=$1
command -v clang++-14 >/dev/null || { echo "fuzz: needs the packages clang-14 and libclang-rt-14-dev" >&2; exit 3; }
mkdir -p build/fuzz/instrument build/fuzz/csv
flags=(-std=c++20 -g -O1 -ffp-contract=off -fsanitize=fuzzer,address,undefined -Icore)
clang++-14 "${flags[@]}" tests/fuzz/read_instrument_fuzz.cpp core/base/*.cpp core/instrument/*.cpp -lfmt -o build/fuzz/read_instrument
clang++-14 "${flags[@]}" tests/fuzz/parse_csv_fuzz.cpp core/base/*.cpp core/signal/*.cpp -lfmt -o build/fuzz/parse_csv
cp demo/*.fern.json build/fuzz/instrument/
head -20 demo/house-battery-evening.csv > build/fuzz/csv/evening.csv
build/fuzz/read_instrument -max_total_time="$seconds" -max_len=8192 build/fuzz/instrument
build/fuzz/parse_csv -max_total_time="$seconds" -max_len=4096 build/fuzz/csv

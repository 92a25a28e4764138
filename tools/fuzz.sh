#!/usr/bin/env bash
# The readers of files and streams under libFuzzer with sanitizers: fuzz.sh SECONDS each.
set -euo pipefail
cd "$(dirname "$0")/.."
seconds=$1
command -v clang++-14 >/dev/null || { echo "fuzz: needs the packages clang-14 and libclang-rt-14-dev" >&2; exit 3; }
flags=(-std=c++20 -g -O1 -ffp-contract=off -fsanitize=fuzzer,address,undefined -Icore)
mkdir -p build/fuzz/{instrument,csv,nmea,decoders,formula,glass}
cp demo/*.fern.json build/fuzz/instrument/
head -20 demo/wagtail-skiff.fern.d/house-battery-evening.csv > build/fuzz/csv/evening.csv
printf '"speed, km/h";time\r\n4.5;2031-05-04 18:30:00.5\r\n"x;3;nan' > build/fuzz/csv/log.csv
printf '%s\r\n' '$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47' \
  '$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A' > build/fuzz/nmea/documentation.txt

printf 'Ospeed:4.2, depth:1.1\n' > build/fuzz/decoders/pair.txt
printf '?{"a":{"b":12.5}}\n' > build/fuzz/decoders/json.txt
printf 'a-b * 2 V + max(a, sqrt(speed)) / 3' > build/fuzz/formula/formula.txt
printf 'CET-1CEST,M3.5.0,M10.5.0/3' > build/fuzz/formula/zone.txt

# fuzz TARGET CORPUS LONGEST SOURCES…
fuzz() {
  clang++-14 "${flags[@]}" "tests/fuzz/$1_fuzz.cpp" "${@:4}" -lfmt -o "build/fuzz/$1_fuzz"
  "build/fuzz/$1_fuzz" -max_total_time="$seconds" -max_len="$3" "build/fuzz/$2"
}
glass=(core/glass/*.cpp core/glass/parts/*.cpp build/dev/core/glass/pixel_font_data.cpp)
parts=(core/base/*.cpp core/signal/*.cpp core/curves/*.cpp core/parts/*.cpp build/dev/core/parts/catalogue_text.cpp)
fuzz read_instrument instrument 8192 "${parts[@]}" "${glass[@]}" core/{text,screens,drive,timing,instrument}/*.cpp
printf '\0\0\016\170\0\256\215\024\040\0\257\0\006\170\100\377\201\377' > build/fuzz/glass/oled.bin
fuzz glass glass 4096 "${parts[@]}" "${glass[@]}"
fuzz parse_csv csv 4096 core/base/*.cpp core/signal/*.cpp \
  core/reading/{line_cutter,nmea,receiver_gives,log_look,log_import}.cpp
fuzz nmea nmea 1024 core/base/*.cpp core/reading/line_cutter.cpp core/reading/nmea.cpp
fuzz decoders decoders 2048 core/base/*.cpp core/reading/{line_cutter,nmea,check_digit,receiver_gives,decoder}.cpp
fuzz formula formula 512 core/base/*.cpp core/curves/*.cpp

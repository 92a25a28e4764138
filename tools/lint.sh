#!/usr/bin/env bash
# Formatting of everything, clang-tidy on what changed since the newest published state (all of it with
# LINT_ALL=1), headers that compile alone, and the order of the core's folders.
set -euo pipefail
cd "$(dirname "$0")/.."
faults=0
fault() { echo "lint: $1" >&2; faults=1; }

mapfile -t sources < <(git ls-files '*.cpp' '*.h')
clang-format-14 --dry-run --Werror "${sources[@]}" || fault "run clang-format-14 -i on the files above"

python3 tools/check_layers.py . || fault "a core folder uses one that stands below it"

# Every header of the core, io and cli compiles on its own.
flags=(-std=c++20 -fsyntax-only -Wall -Wextra -I. -Icore -x c++)
while read -r header; do
  g++ "${flags[@]}" "$header" 2>/tmp/fern-tick-header.$$ || { cat /tmp/fern-tick-header.$$; fault "$header does not compile alone"; }
done < <(git ls-files 'core/*.h')
rm -f /tmp/fern-tick-header.$$

base=$(git merge-base HEAD origin/main 2>/dev/null || git rev-parse HEAD~1 2>/dev/null || git rev-parse HEAD)
[ "${LINT_ALL:-}" = 1 ] && mapfile -t changed < <(git ls-files 'core/*.cpp' 'io/*.cpp' 'cli/*.cpp' 'app/*.cpp') \
  || mapfile -t changed < <(git diff --name-only --diff-filter=d "$base" -- 'core/*.cpp' 'io/*.cpp' 'cli/*.cpp' 'app/*.cpp')
if [ ${#changed[@]} -gt 0 ]; then
  # Unity builds have no command for the single file, so the checks get the flags from here.
  tidy_flags=(-std=c++20 -I. -Icore $(pkg-config --cflags Qt6Widgets 2>/dev/null || true))
  for module in QtCore QtGui QtWidgets QtPrintSupport; do
    tidy_flags+=(-isystem "/usr/include/$(gcc -print-multiarch)/qt6/$module")
  done
  tidy_flags+=(-isystem "/usr/include/$(gcc -print-multiarch)/qt6" -fPIC)
  printf '%s\n' "${changed[@]}" | xargs -P "$(nproc)" -n 4 clang-tidy-14 --quiet \
    $(printf -- '--extra-arg=%s ' "${tidy_flags[@]}") -p /nonexistent 2>/dev/null || fault "clang-tidy"
fi
[ "$faults" -eq 0 ] && echo "lint: clean"
exit "$faults"

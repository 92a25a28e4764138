#!/usr/bin/env bash
# Formatting of everything and the order of the core's folders; headers that compile alone and
# clang-tidy on what changed since LINT_BASE, by default the commit before (everything with LINT_ALL=1).
set -euo pipefail
cd "$(dirname "$0")/.."
faults=0
fault() { echo "lint: $1" >&2; faults=1; }

mapfile -t sources < <(git ls-files '*.cpp' '*.h')
clang-format-14 --dry-run --Werror "${sources[@]}" || fault "run clang-format-14 -i on the files above"

python3 tools/check_layers.py . || fault "a core folder uses one that stands below it"

# Prints the files of these patterns that are looked at: what changed, or all.
looked_at() {
  if [ "${LINT_ALL:-}" = 1 ]; then
    git ls-files "$@"
  else
    git diff --name-only --diff-filter=d \
      "${LINT_BASE:-$(git rev-parse -q --verify HEAD~1 || git rev-parse HEAD)}" -- "$@"
  fi
}

# Every header of the core compiles on its own.
export flags="-std=c++20 -fsyntax-only -Wall -Wextra -I. -Icore -x c++ /dev/null -include"
looked_at 'core/*.h' | xargs -r -P "$(nproc)" -n 1 sh -c 'g++ $flags "$0" || exit 255' \
  || fault "a header does not compile alone"

mapfile -t changed < <(looked_at 'core/*.cpp' 'io/*.cpp' 'cli/*.cpp' 'app/*.cpp')
if [ ${#changed[@]} -gt 0 ]; then
  # Unity builds have no command for the single file, so the checks get the flags from here.
  tidy_flags=(-std=c++20 -I. -Icore -DFERN_TICK_VERSION=__FILE__ $(pkg-config --cflags Qt6Widgets 2>/dev/null || true))
  qt="/usr/include/$(gcc -print-multiarch)/qt6"
  for module in "$qt" "$qt"/Qt*/; do tidy_flags+=(-isystem "$module"); done
  tidy_flags+=(-fPIC)
  printf '%s\n' "${changed[@]}" | xargs -P "$(nproc)" -n 4 clang-tidy-14 --quiet \
    $(printf -- '--extra-arg=%s ' "${tidy_flags[@]}") -p /nonexistent 2>/dev/null || fault "clang-tidy"
fi
[ "$faults" -eq 0 ] && echo "lint: clean"
exit "$faults"

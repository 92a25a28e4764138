// Prints the stem of a file's first channel at an instant as JSON, and its budget at a value:
//     stem_print FILE SCENARIO SECONDS
// so that another program can compute the same figures in its own way.

#include "base/json.h"
#include "base/number_text.h"
#include "io/files.h"
#include "judge/stem.h"
#include "run/firmware_run.h"

#include <fmt/format.h>

int main(int argc, char** argv)
{
    using namespace fern;
    if (argc != 4)
        return 4;
    const auto plain = *resolve(*io::loadInstrument(argv[1]), argv[2]);
    RunHistory history(ticksFromSeconds(30));
    FirmwareRun run(plain, {}, history);
    run.advanceTo(ticksFromSeconds(std::stod(argv[3])));
    const auto choices = stemChoices(plain, 0);
    if (choices.empty())
        return 3;
    const auto& choice = choices.front();
    const auto stem = stemOf(plain, choice, history, run.now());
    const auto number = [](double value) {
        return std::isnan(value) ? json::Node{} : json::makeNumber(value);
    };
    auto root = json::makeObject();
    auto leaves = json::makeObject();
    for (const auto& leaf : stem.leaves) {
        auto node = json::makeObject();
        node.members = {{"value", json::makeString(leaf.value)}, {"step", number(leaf.step)},
            {"noise", number(leaf.noise)}, {"age", number(leaf.age)}};
        leaves.add(leaf.name, node);
    }
    auto terms = json::makeObject();
    for (const auto& term : stem.budget.terms)
        terms.add(term.name, number(term.u));
    root.members = {{"leaves", leaves}, {"accuracy", number(stem.budget.accuracy)},
        {"terms", terms}, {"smoothed", number(history.lastSample(0)->real.smoothed)},
        {"oldestAlone", number(stem.age.oldest() - stem.age.blocked)}};
    fmt::print("{}", json::write(root));
}

#include "instrument/parameter.h"

#include <algorithm>

namespace fern {

void offer(Parameter& row, const std::string& value, const std::string& words)
{
    row.kind = ParameterKind::Choice;
    row.choices.push_back(value);
    row.choiceWords.push_back(words);
}

void offerItself(Parameter& row)
{
    if (row.kind == ParameterKind::Choice && !row.choices.empty()
        && std::find(row.choices.begin(), row.choices.end(), row.text) == row.choices.end())
        offer(row, row.text, row.text);
}

} // namespace fern

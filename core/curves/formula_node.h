#pragma once
// The tree that a formula is read into; only for formula.cpp and formula_value.cpp.

#include "curves/formula.h"

#include <string>
#include <vector>

namespace fern {

enum class FormulaOp {
    Number,
    Variable,
    Add,
    Subtract,
    Multiply,
    Divide,
    Power,
    Negate,
    Abs,
    Sqrt,
    Ln,
    Exp,
    Min,
    Max,
    Less,
    LessEqual,
    Equal,
    NotEqual,
    Not,
    And,
    Or,
    Choice,
};

struct Formula::Node {
    FormulaOp op = FormulaOp::Number;
    double number = 0; ///< SI; of a power its exponent
    Dimension dimension; ///< of a number
    std::string name; ///< of a variable
    std::size_t variable = 0; ///< its place among the names
    FormulaAsks asks = FormulaAsks::Now; ///< of it
    std::vector<Node> arguments;
};

} // namespace fern

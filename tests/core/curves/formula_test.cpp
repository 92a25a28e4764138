#include "curves/formula.h"

#include <gtest/gtest.h>
#include <muParser.h>
#include <rapidcheck.h>
#include <rapidcheck/gtest.h>

#include <cmath>
#include <map>

namespace fern {
namespace {

const std::vector<std::string> names{"a", "b", "house-battery", "house", "speed"};

double valueOf(const std::string& text, const std::map<std::string, double>& values = {})
{
    const auto formula = Formula::parse(text, names);
    EXPECT_TRUE(formula) << text << ": " << (formula ? "" : formula.error().message);
    return formula ? formula->value([&](std::string_view n) { return values.at(std::string(n)); })
                   : std::nan("");
}

std::string whyNot(const std::string& text)
{
    const auto formula = Formula::parse(text, names);
    return formula ? "" : formula.error().message;
}

/// A random formula over a and b, with whole exponents, in the spelling that both parsers read.
std::string anyFormula(int depth)
{
    const int kind = depth == 0 ? *rc::gen::inRange(0, 3) : *rc::gen::inRange(0, 11);
    const auto part = [&] { return anyFormula(depth - 1); };
    switch (kind) {
    case 0:
        return "a";
    case 1:
        return "b";
    case 2:
        return std::to_string(*rc::gen::inRange(0, 40)) + "."
            + std::to_string(*rc::gen::inRange(0, 10));
    case 3:
        return part() + " + " + part();
    case 4:
        return part() + " - " + part();
    case 5:
        return part() + "*" + part();
    case 6:
        return part() + "/" + part();
    case 7:
        return "(" + part() + ")^" + std::to_string(*rc::gen::inRange(0, 4));
    case 8:
        return "(" + part() + ")";
    case 9:
        return "max(" + part() + ", " + part() + ")";
    default:
        return "sqrt(abs(" + part() + "))";
    }
}

// muParser is the oracle: a general-purpose parser of the same grammar.
RC_GTEST_PROP(Formula, AgreesWithMuParser, ())
{
    const auto text = anyFormula(4);
    double a = *rc::gen::inRange(-50, 50) / 8.0;
    double b = *rc::gen::inRange(1, 50) / 8.0;
    mu::Parser parser;
    parser.DefineVar("a", &a);
    parser.DefineVar("b", &b);
    parser.SetExpr(text);
    const double expected = parser.Eval();
    const double got = valueOf(text, {{"a", a}, {"b", b}});
    if (std::isfinite(expected)) {
        // Where muParser divides by zero on the way, this formula has no value.
        RC_ASSERT(
            std::isnan(got) || std::fabs(got - expected) <= 1e-12 * (1 + std::fabs(expected)));
        RC_PRE(!std::isnan(got));
    } else {
        RC_ASSERT(!std::isfinite(got));
    }
}

TEST(Formula, NamesMayHoldHyphens)
{
    const std::map<std::string, double> values{{"house-battery", 12}, {"house", 3}, {"b", 1}};
    EXPECT_EQ(valueOf("house-battery*2", values), 24);
    EXPECT_EQ(valueOf("house-b", values), 2);
    EXPECT_EQ(valueOf("house - b", values), 2);
    EXPECT_EQ(Formula::parse("b + house-battery + b", names)->variables(),
        (std::vector<std::string>{"b", "house-battery"}));
}

TEST(Formula, NegativeExponentsDivide)
{
    EXPECT_EQ(valueOf("2^-3"), 0.125);
    EXPECT_EQ(valueOf("4^-1"), 0.25);
    EXPECT_TRUE(std::isnan(valueOf("0^-1")));
}

TEST(Formula, NumbersTakeUnits)
{
    EXPECT_EQ(valueOf("36 km/h"), 10);
    EXPECT_EQ(valueOf("2 * 500 mV"), 1);
    EXPECT_EQ(valueOf("3 m / 2"), 1.5);
    EXPECT_EQ(valueOf("50%+1"), 1.5);
    EXPECT_EQ(valueOf("(20 %)*10"), 2);
}

TEST(Formula, SaysWhatIsWrongAndWhere)
{
    EXPECT_EQ(whyNot("a + "), "something is missing at the end, at character 5");
    EXPECT_EQ(whyNot("a + c"), "there is nothing called \"c\", at character 5");
    EXPECT_EQ(whyNot("(a"), "a closing parenthesis is missing, at character 3");
    EXPECT_EQ(whyNot("a ^ 1.5"), "an exponent is a whole number up to 9, at character 5");
    EXPECT_EQ(whyNot("2 qqq"), "a unit is expected behind this number, at character 3");
    EXPECT_EQ(whyNot("max(a)"), "max takes 2 values, at character 7");
    EXPECT_EQ(whyNot("a b"), "\"b\" is not expected here, at character 3");
    EXPECT_EQ(whyNot(""), "something is missing at the end, at character 1");
    EXPECT_EQ(whyNot(std::string(5000, '(')), "the formula is too deep, at character 102");
}

TEST(Formula, ChecksDimensions)
{
    const auto dimension = [](const std::string& text) {
        return Formula::parse(text, names)->dimension([](std::string_view name) {
            return parseUnit(name == "a" ? "V" : name == "b" ? "A" : "m/s")->dimension;
        });
    };
    EXPECT_EQ(*dimension("a*b"), parseUnit("W")->dimension);
    EXPECT_EQ(*dimension("a*b + 2 W"), parseUnit("W")->dimension);
    EXPECT_EQ(*dimension("a/b"), parseUnit("ohm")->dimension);
    EXPECT_EQ(*dimension("sqrt(speed^2)"), parseUnit("m/s")->dimension);
    EXPECT_FALSE(dimension("a + b"));
    EXPECT_FALSE(dimension("a + 1"));
    EXPECT_FALSE(dimension("max(a, b)"));
    EXPECT_FALSE(dimension("sqrt(speed)"));
}

TEST(Formula, HasNoValueWhereThereIsNone)
{
    EXPECT_TRUE(std::isnan(valueOf("1/(a - a)", {{"a", 3}})));
    EXPECT_TRUE(std::isnan(valueOf("sqrt(a)", {{"a", -3}})));
    EXPECT_TRUE(std::isnan(valueOf("min(a, b)", {{"a", std::nan("")}, {"b", 1}})));
}

} // namespace
} // namespace fern

#include "curves/formula.h"

#include <gmock/gmock.h>
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
    return formula ? formula->value([&](std::size_t variable, FormulaAsks asks) {
        const std::string ask = asks == FormulaAsks::Previous ? "previous "
            : asks == FormulaAsks::Age                        ? "age "
                                                              : "";
        return values.at(ask + names[variable]);
    })
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
    const int kind = depth == 0 ? *rc::gen::inRange(0, 3) : *rc::gen::inRange(0, 15);
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
    case 10:
        return "(" + part() + *rc::gen::element<std::string>("<", "<=", ">", ">=", "==", "!=")
            + part() + ")";
    case 11:
        return "(" + part() + " and " + part() + ")";
    case 12:
        return "(" + part() + " or " + part() + ")";
    case 13:
        return "(" + part() + " ? " + part() + " : " + part() + ")";
    default:
        return "sqrt(abs(" + part() + "))";
    }
}

/// As the other parser writes it.
std::string spelledAlike(std::string text)
{
    for (const auto& [own, other] :
        {std::pair<std::string, std::string>{" and ", " && "}, {" or ", " || "}})
        for (auto at = text.find(own); at != std::string::npos; at = text.find(own))
            text.replace(at, own.size(), other);
    return text;
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
    parser.SetExpr(spelledAlike(text));
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
    EXPECT_EQ(whyNot("max(a)"), "max takes 2 values or more, at character 7");
    EXPECT_EQ(whyNot("abs(a, b)"), "abs takes 1 value, at character 10");
    EXPECT_EQ(whyNot("2^--2000000000"), "an exponent is a whole number up to 9, at character 4");
    EXPECT_EQ(whyNot("a ? b"), "a \":\" is missing, at character 6");
    EXPECT_EQ(whyNot("a = b"), "\"=\" is not expected here, at character 3");
    EXPECT_EQ(whyNot("age(a + b)"), "\"+\" is not expected here, at character 7");
    EXPECT_EQ(whyNot("previous(3)"), "previous is of one channel, by its name, at character 10");
    std::string sum = "a";
    for (int i = 0; i < 30000; ++i)
        sum += "+a";
    EXPECT_THAT(whyNot(sum), testing::StartsWith("the formula is too long"));
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
    EXPECT_EQ(*dimension("a > 3 V and b < 2 A"), Dimension{});
    EXPECT_EQ(*dimension("a > 3 V ? b : 2 A"), parseUnit("A")->dimension);
    EXPECT_EQ(*dimension("age(a)"), parseUnit("s")->dimension);
    EXPECT_EQ(*dimension("previous(a) + 1 V"), parseUnit("V")->dimension);
    EXPECT_FALSE(dimension("a > b"));
    EXPECT_FALSE(dimension("a and b > 1 A"));
    EXPECT_FALSE(dimension("a > 3 V ? a : b"));
    EXPECT_FALSE(dimension("a ? b : b"));
    EXPECT_FALSE(dimension("a + b"));
    EXPECT_FALSE(dimension("a + 1"));
    EXPECT_FALSE(dimension("max(a, b)"));
    EXPECT_FALSE(dimension("sqrt(speed)"));
}

TEST(Formula, WhatIsTrueIsOne)
{
    EXPECT_EQ(valueOf("1 < 2"), 1);
    EXPECT_EQ(valueOf("2 <= 1 or not 3 == 4"), 1);
    EXPECT_EQ(valueOf("not (1 > 2 or 2 > 1)"), 0);
    EXPECT_EQ(valueOf("1 + 1 > 1 and 2 != 2"), 0) << "sums first, then comparisons, then and";
    EXPECT_EQ(valueOf("a > 11 V ? 1 : a > 10 V ? 2 : 3", {{"a", 10.5}}), 2);
    EXPECT_EQ(valueOf("min(4, 2, 3) + max(1, 5, 3)"), 7);
    EXPECT_EQ(valueOf("a - previous(a)", {{"a", 5}, {"previous a", 3}}), 2);
    EXPECT_EQ(valueOf("age(a) > 3 s ? 0 : a", {{"a", 5}, {"age a", 2}}), 5);
}

// What one side decides alone does not need the other one.
TEST(Formula, TheUnknownStaysUnknownWhereItMatters)
{
    const std::map<std::string, double> values{{"a", std::nan("")}, {"b", 1}};
    EXPECT_EQ(valueOf("b > 2 and a > 0", values), 0);
    EXPECT_EQ(valueOf("a > 0 or b > 0", values), 1);
    for (const auto* unknown :
        {"a > 0", "not a > 0", "a == a", "a > 0 and b > 0", "a > 0 or b > 2", "a > 0 ? 1 : 2"})
        EXPECT_TRUE(std::isnan(valueOf(unknown, values))) << unknown;
    EXPECT_EQ(valueOf("b > 0 ? 7 : a", values), 7) << "the other branch does not matter";
}

TEST(Formula, OfAReadingKnowsNoOtherTime)
{
    EXPECT_EQ(Formula::parse("previous(reading)", {"reading"}, FormulaOf::Reading).error().message,
        "previous is for formulas of channels, at character 1");
    EXPECT_TRUE(Formula::parse("reading > 5 ? 1 : 0", {"reading"}, FormulaOf::Reading));
}

TEST(Formula, HasNoValueWhereThereIsNone)
{
    EXPECT_TRUE(std::isnan(valueOf("1/(a - a)", {{"a", 3}})));
    EXPECT_TRUE(std::isnan(valueOf("sqrt(a)", {{"a", -3}})));
    EXPECT_TRUE(std::isnan(valueOf("min(a, b)", {{"a", std::nan("")}, {"b", 1}})));
}

} // namespace
} // namespace fern

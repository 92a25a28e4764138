#include "base/json.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

namespace fern::json {
namespace {

Error errorOf(std::string_view text)
{
    const auto node = parse(text);
    EXPECT_FALSE(node) << text;
    return node ? Error{} : node.error();
}

TEST(Json, KeepsTheSpellingOfNumbersAndTheOrderOfKeys)
{
    const std::string text = "{\"b\":1.50,\"a\":[1e3,-0.0,12345678901234567890],\"c\":null}";
    EXPECT_EQ(writeCompact(*parse(text)), text);
}

TEST(Json, RefusesWithThePlace)
{
    EXPECT_EQ(errorOf("{\"a\": 1,\n \"a\": 2}"),
        (Error{
            ErrorCode::Malformed, "the key \"a\" stands twice in one object", "line 2, column 4"}));
    EXPECT_EQ(errorOf("[1, 1e400]").message, "a number is too large for a 64-bit float");
    EXPECT_EQ(errorOf("[\"a\xC3\"]").message, "the text is not valid UTF-8");
    EXPECT_EQ(errorOf("{\"a\": 1").message, "the text ends too early");
    EXPECT_EQ(errorOf("").message, "the text ends too early");
    EXPECT_TRUE(errorOf("[NaN]").message.starts_with("not valid JSON, syntax error"))
        << errorOf("[NaN]").message;
    EXPECT_EQ(errorOf("[1,\n2,]").where, "line 2, column 3");
    EXPECT_EQ(errorOf(std::string(100, '[')).message, "the text is nested deeper than 64 levels");
    EXPECT_FALSE(parse("{} {}"));
    EXPECT_TRUE(parse(std::string(64, '[') + std::string(64, ']')));
}

TEST(Json, WritesShortContainersOnOneLine)
{
    EXPECT_EQ(write(*parse(R"({"q":{"value":68,"unit":"kohm"},"n":[],"o":{},"l":[[0,1],[2,3]]})")),
        "{\n  \"q\": { \"value\": 68, \"unit\": \"kohm\" },\n  \"n\": [],\n  \"o\": {},\n  \"l\": "
        "[\n    [0, 1],\n    [2, 3]\n  ]\n}\n");
}

rc::Gen<Node> trees(int depth)
{
    auto leaf = rc::gen::oneOf(
        rc::gen::map(rc::gen::arbitrary<int>(), [](int n) { return makeNumber(n / 8.0); }),
        rc::gen::map(rc::gen::container<std::string>(rc::gen::inRange<char>(1, 127)), makeString),
        rc::gen::map(rc::gen::arbitrary<bool>(), makeBoolean), rc::gen::just(Node{}));
    if (depth == 0)
        return leaf;
    auto array = rc::gen::map(
        rc::gen::container<std::vector<Node>>(trees(depth - 1)), [](std::vector<Node> items) {
            auto node = makeArray();
            node.items = std::move(items);
            return node;
        });
    auto object = rc::gen::map(
        rc::gen::container<std::vector<Node>>(trees(depth - 1)), [](std::vector<Node> items) {
            auto node = makeObject();
            for (std::size_t i = 0; i < items.size(); ++i)
                node.add("k/~" + std::to_string(i), std::move(items[i]));
            return node;
        });
    return rc::gen::oneOf(leaf, array, object);
}

RC_GTEST_PROP(Json, ReadsWhatItWrites, ())
{
    const auto tree = *rc::gen::resize(12, trees(2));
    const auto text = write(tree);
    const auto again = parse(text);
    RC_ASSERT(again.has_value());
    RC_ASSERT(*again == tree);
    RC_ASSERT(write(*again) == text);
    RC_ASSERT(*parse(writeCompact(tree)) == tree);
}

} // namespace
} // namespace fern::json

// One figure has one text, wherever it stands: asked of every view of the demo instruments.

#include "app/look/figure_tag.h"
#include "app/look/text.h"
#include "tests/app/window_fixture.h"

#include <map>
#include <set>

namespace fern::app {
namespace {

class FiguresTest : public WindowTest {
protected:
    /// Collects what is shown now: where, by figure and text.
    void collect(const QString& where)
    {
        for (const auto* widget : window.findChildren<QWidget*>()) {
            if (!widget->isVisible())
                continue;
            const auto figures = figuresOn(widget);
            for (auto it = figures.begin(); it != figures.end(); ++it)
                told[it.key()][it.value().toString()] << where;
        }
    }
    void collectAll()
    {
        told.clear();
        const auto view = window.runner().view();
        for (std::size_t reader = 0; reader < view->plain().readers.size(); ++reader) {
            const auto& end = view->plain().readers[reader];
            const auto& channel = view->plain().channels[end.channel].id;
            for (std::size_t i = 0; i < leafCount; ++i) {
                const auto leaf = static_cast<Leaf>(i);
                window.goTo({.place = QStringLiteral("Channels"),
                    .channel = qText(channel),
                    .reader = qText(end.id),
                    .leaf = leaf});
                ASSERT_TRUE(waitFor([&] {
                    const auto& choice = window.runner().view()->choice;
                    return choice && choice->reader == reader;
                }));
                collect(qText(channel) + QLatin1Char(' ') + qText(nameOf(leaf)));
            }
        }
        window.goTo({.place = QStringLiteral("Parts"), .page = QStringLiteral("Supply")});
        settle();
        collect(QStringLiteral("Parts"));
    }

    std::map<QString, std::map<QString, QStringList>> told; ///< by figure, then by text
};

TEST_F(FiguresTest, EveryFigureHasOneTextInAllViews)
{
    for (const auto* demo : {"wagtail-skiff", "kitbag-scale", "workshop-pc"}) {
        ASSERT_TRUE(window.files().open(
            QString::fromStdString(test::sourcePath(std::string("demo/") + demo + ".fern.json"))));
        settle();
        window.runner().jumpTo(ticksFromSeconds(60));
        ASSERT_TRUE(
            waitFor([this] { return window.runner().view()->now >= ticksFromSeconds(60); }));
        collectAll();
        int severalTimes = 0;
        for (const auto& [figure, texts] : told) {
            std::string all;
            qsizetype places = 0;
            for (const auto& [text, where] : texts) {
                all += "\n  " + text.toStdString() + ": "
                    + where.join(QStringLiteral(", ")).toStdString();
                places += where.size();
            }
            EXPECT_EQ(texts.size(), 1U) << demo << ", figure " << figure.toStdString() << all;
            severalTimes += places > 1 ? 1 : 0;
        }
        EXPECT_GE(severalTimes, 4) << demo;
    }
}

} // namespace
} // namespace fern::app

// Tab goes through every place as it is read: down, or to the right.

#include "app/house/place.h"
#include "app/look/text.h"
#include "judge/budget.h"
#include "tests/app/window_fixture.h"

namespace fern::app {
namespace {

class TabOrderTest : public WindowTest {
protected:
    static constexpr int sameRow = 16; ///< pixels

    Place* place()
    {
        for (auto* place : window.findChildren<Place*>())
            if (place->isVisible())
                return place;
        return nullptr;
    }
    /// Goes with Tab through all that the open place shows, from its first to its last, and returns
    /// the steps that go against the eye: up, or back in a row, without going to the right.
    QStringList stepsAgainstTheEye(int* count)
    {
        QCoreApplication::processEvents(); // the order follows the layout
        auto* root = place();
        QStringList faults;
        QWidget* last = nullptr;
        *count = 0;
        auto* next = root->nextInFocusChain();
        for (; root->isAncestorOf(next); next = next->nextInFocusChain()) {
            if ((next->focusPolicy() & Qt::TabFocus) == 0 || !next->isEnabled()
                || next->visibleRegion().isEmpty())
                continue;
            if (last != nullptr) {
                const auto from = last->mapTo(root, QPoint());
                const auto to = next->mapTo(root, QPoint());
                const bool isUp = to.y() < from.y() - sameRow;
                const bool isInRow = std::abs(to.y() - from.y()) <= sameRow;
                if ((isUp || isInRow) && to.x() < from.x())
                    faults << nameOf(last) + QStringLiteral(" → ") + nameOf(next);
            }
            last = next;
            ++*count;
        }
        return faults;
    }
    static QString nameOf(const QWidget* widget)
    {
        return widget->objectName().isEmpty()
            ? QString::fromLatin1(widget->metaObject()->className())
            : widget->objectName();
    }
    void check(const QString& where, int least)
    {
        int count = 0;
        const auto faults = stepsAgainstTheEye(&count);
        EXPECT_TRUE(faults.isEmpty())
            << where.toStdString() << ": " << faults.join(QStringLiteral(", ")).toStdString();
        EXPECT_GE(count, least) << where.toStdString();
    }
};

TEST_F(TabOrderTest, FollowsTheEyeInEveryPlace)
{
    window.resize(1280, 800);
    for (std::size_t i = 0; i < leafCount; ++i) {
        const auto name = qText(fern::nameOf(static_cast<Leaf>(i)));
        openLeaf(name.toUtf8().constData());
        settle();
        check(name, 8);
    }
    for (const auto* sheet : {"Add", "Supply", "Part", "Compare", "Parts list", "Wiring"}) {
        window.goTo({.place = QStringLiteral("Parts"), .page = QString::fromLatin1(sheet)});
        settle();
        check(QString::fromLatin1(sheet), 10);
    }
    for (const auto* page : {"Live", "Captures", "Stand in"}) {
        window.goTo({.place = QStringLiteral("Bench"), .page = QString::fromLatin1(page)});
        settle();
        check(QString::fromLatin1(page), 3);
    }
}

} // namespace
} // namespace fern::app

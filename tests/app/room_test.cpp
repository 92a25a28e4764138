// Whether everything has room: every text is whole or its end stands in a tool tip, and every chart
// is high enough to be read, in each place, at small and large sizes, in both looks.

#include "app/look/look.h"
#include "app/look/page_chips.h"
#include "app/look/text.h"
#include "app/plot/plot.h"
#include "tests/app/window_fixture.h"

#include <QCheckBox>
#include <QStyle>
#include <QStyleOptionComboBox>
#include <QTextDocument>

namespace fern::app {
namespace {

constexpr int rounding = 2; ///< pixels by which a text may be wider than it is drawn

/// The text of a widget that is wider than its room, where its tool tip does not hold it.
QString cutText(QWidget* widget)
{
    QString text;
    int room = widget->contentsRect().width();
    if (const auto* label = qobject_cast<QLabel*>(widget)) {
        text = label->text();
        if (label->wordWrap())
            return label->heightForWidth(label->width()) <= label->height() + rounding ? QString()
                                                                                       : text;
        room -= 2 * label->margin();
    } else if (const auto* box = qobject_cast<QComboBox*>(widget)) {
        QStyleOptionComboBox option;
        option.initFrom(box);
        option.editable = box->isEditable();
        text = box->currentText();
        room = box->style()
                   ->subControlRect(QStyle::CC_ComboBox, &option, QStyle::SC_ComboBoxEditField, box)
                   .width();
    } else if (const auto* edit = qobject_cast<QLineEdit*>(widget)) {
        if (qobject_cast<QAbstractSpinBox*>(edit->parentWidget()) != nullptr)
            return {};
        text = edit->text();
        room -= 2 * 2 + edit->textMargins().left() + edit->textMargins().right();
    } else if (const auto* button = qobject_cast<QAbstractButton*>(widget)) {
        text = button->text();
        text.remove(QLatin1Char('&'));
    } else if (const auto* line = qobject_cast<LineLabel*>(widget)) {
        text = line->text();
    }
    const bool isTold =
        widget->toolTip().contains(text) || widget->accessibleDescription().contains(text);
    return widget->fontMetrics().size(0, text).width() <= room + rounding || isTold ? QString()
                                                                                    : text;
}

class RoomTest : public WindowTest {
protected:
    void check(const QString& where)
    {
        QCoreApplication::processEvents();
        for (auto* widget : window.findChildren<QWidget*>()) {
            if (!widget->isVisible())
                continue;
            if (const auto cut = cutText(widget); !cut.isEmpty())
                found << QStringLiteral("%1: “%2” (%3 %4)")
                             .arg(where, cut,
                                 QString::fromLatin1(widget->metaObject()->className()),
                                 widget->objectName());
            if (const auto* plot = qobject_cast<Plot*>(widget)) {
                if (plot->area().height() < 120)
                    found << QStringLiteral("%1: %2 is %3 pixels high")
                                 .arg(where, plot->objectName())
                                 .arg(plot->area().height());
            }
        }
    }
    /// Checks what is open, and every page that its chips lead to.
    void checkPages(const QString& where)
    {
        check(where);
        QStringList pages;
        for (const auto* chips : window.findChildren<PageChips*>())
            if (chips->isVisible())
                for (const auto* chip : chips->findChildren<QAbstractButton*>())
                    if (chip->isCheckable())
                        pages << chip->objectName();
        for (const auto& page : pages) {
            auto* chip = window.findChild<QAbstractButton*>(page);
            if (chip == nullptr || !chip->isVisible())
                continue;
            chip->click();
            check(where + QStringLiteral(", ") + page);
        }
    }
    void checkAll()
    {
        const auto size = QStringLiteral("%1x%2 ").arg(window.width()).arg(window.height());
        for (const auto& channel : window.document().instrument().channels)
            for (std::size_t i = 0; i < leafCount; ++i) {
                Destination there{
                    .place = QStringLiteral("Channels"), .channel = qText(channel->id)};
                there.leaf = static_cast<Leaf>(i);
                window.goTo(there);
                settle();
                checkPages(
                    size + qText(channel->id) + QLatin1Char(' ') + qText(nameOf(*there.leaf)));
            }
        for (const auto* place : {"Parts", "Bench"}) {
            window.goTo({.place = QString::fromLatin1(place)});
            settle();
            checkPages(size + QString::fromLatin1(place));
        }
        found.removeDuplicates();
    }

    QStringList found;
};

TEST_F(RoomTest, EveryTextAndChartInTheSmallestWindow)
{
    window.resize(1024, 700);
    checkAll();
    useLook(LookKind::Dark);
    checkAll();
    useLook(LookKind::Light);
    EXPECT_TRUE(found.isEmpty()) << found.join(QLatin1Char('\n')).toStdString();
}

TEST_F(RoomTest, EveryTextAndChartInLargerWindows)
{
    for (const auto size : {QSize(1280, 800), QSize(2560, 1440)}) {
        window.resize(size);
        checkAll();
    }
    EXPECT_TRUE(found.isEmpty()) << found.join(QLatin1Char('\n')).toStdString();
}

} // namespace
} // namespace fern::app

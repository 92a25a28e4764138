// Nothing is cut: every workbench of every kind of sensor in the smallest window, and everything
// that takes the focus has a name.

#include "tests/app/window_fixture.h"

#include "app/look/inputs.h"
#include "parts/catalogue.h"
#include "plan/starting_points.h"

#include <fmt/format.h>

#include <QAbstractScrollArea>
#include <QAbstractSpinBox>

namespace fern::app {
namespace {

constexpr std::array<const char*, leafCount> leaves{
    "World", "Sensor", "Reading", "Scale", "Smooth", "Text", "Glass"};

/// Whether a label, a button or an input has the room its words need.
bool isCut(const QWidget& widget)
{
    if (const auto* label = qobject_cast<const QLabel*>(&widget))
        return label->wordWrap() ? label->height() < label->heightForWidth(label->width())
                                 : label->width() < label->sizeHint().width();
    if (const auto* edit = qobject_cast<const CheckedEdit*>(&widget))
        return edit->toolTip() != edit->text() // a long text is whole in its tip
            && edit->width() < edit->fontMetrics().horizontalAdvance(edit->text()) + 8;
    if (qobject_cast<const QAbstractSpinBox*>(&widget) != nullptr
        || qobject_cast<const QAbstractButton*>(&widget) != nullptr
        || qobject_cast<const QComboBox*>(&widget) != nullptr)
        return widget.width() < widget.minimumSizeHint().width()
            || widget.height() < widget.minimumSizeHint().height();
    return false;
}

std::string describe(const QWidget& widget)
{
    const auto* label = qobject_cast<const QLabel*>(&widget);
    return fmt::format("{} {} {} has {}x{}, needs {}x{}", widget.objectName().toStdString(),
        widget.metaObject()->className(),
        label == nullptr ? std::string() : label->text().toStdString(), widget.width(),
        widget.height(), widget.minimumSizeHint().width(), widget.minimumSizeHint().height());
}

class FitTest : public WindowTest {
protected:
    std::vector<QWidget*> shownWidgets()
    {
        std::vector<QWidget*> shown;
        for (auto* widget : window.findChildren<QWidget*>())
            if (widget->isVisible() && widget->window() == &window)
                shown.push_back(widget);
        return shown;
    }
    /// What has not the room it needs, in words; empty when everything fits.
    std::string whatIsCut()
    {
        const auto least = window.minimumSizeHint();
        if (least.width() > window.width() || least.height() > window.height())
            return fmt::format("the window needs {}x{}", least.width(), least.height());
        for (const auto* widget : shownWidgets())
            if (isCut(*widget))
                return describe(*widget);
        return {};
    }
    void expectFits(const std::string& where)
    {
        EXPECT_EQ(window.size(), QSize(1024, 700)) << where;
        EXPECT_FALSE(notice()->isVisible()) << notice()->text().toStdString();
        // Layouts are made anew level by level, as events come.
        EXPECT_TRUE(QTest::qWaitFor([this] { return whatIsCut().empty(); }))
            << where << ": " << whatIsCut();
        for (auto* widget : shownWidgets())
            if ((widget->focusPolicy() & Qt::TabFocus) != 0 && widget->focusProxy() == nullptr
                && qobject_cast<QAbstractScrollArea*>(widget) == nullptr) {
                EXPECT_FALSE(accessibleName(widget).isEmpty())
                    << where << ": " << describe(*widget);
            }
    }
    void expectEveryLeafFits(const std::string& what)
    {
        for (const char* name : leaves) {
            if (!leaf(name)->isVisible())
                continue;
            openLeaf(name);
            expectFits(what + " " + name);
        }
    }
};

TEST_F(FitTest, TheDemo)
{
    window.resize(1024, 700);
    for (const char* channel :
        {"house-battery", "bilge", "speed", "satellite-speed", "last-stroke", "pulse"}) {
        openChannel(channel);
        expectEveryLeafFits(channel);
    }
}

TEST_F(FitTest, EveryKindOfSensor)
{
    window.resize(1024, 700);
    for (const auto& point : startingPoints()) {
        const auto& board = point.source.kind == SourceKind::Network
            ? findInCatalogue("board-wifi-many-inputs")->part
            : startingBoards()[0].part;
        auto in = emptyInstrument("Made", board, startingDisplays()[0].part);
        if (point.extra == StartingExtra::Output
            || point.extra == StartingExtra::Formula) // which follow a channel
            in = *withStartingPoint(in, *findStartingPoint("battery-12v"), "First");
        if (point.extra == StartingExtra::List)
            in = *withStartingPoint(in, *findStartingPoint("clock"), "First");
        in = *withStartingPoint(in, point, "Something measured");
        window.document().start(in);
        window.goTo({QStringLiteral("Channels"), QString::fromStdString(in.channels.back()->id)});
        settle();
        window.runner().jumpTo(ticksFromSeconds(40));
        ASSERT_TRUE(QTest::qWaitFor(
            [this] { return window.runner().view()->now >= ticksFromSeconds(40); }));
        expectEveryLeafFits(std::string(point.id));
    }
}

TEST_F(FitTest, TheBenchAndWhatIsAroundAChannel)
{
    copyCapture();
    window.resize(1024, 700);
    window.goTo({QStringLiteral("Bench")});
    expectFits("bench, simulated");
    QTest::mouseClick(find<QAbstractButton>("benchCaptures"), Qt::LeftButton);
    ASSERT_TRUE(QTest::qWaitFor([this] { return find<QLabel>("captureState")->text().isEmpty(); }));
    expectFits("captures");
    QTest::mouseClick(find<QAbstractButton>("benchStandIn"), Qt::LeftButton);
    find<QComboBox>("speakerWay")->setFocus();
    QTest::keyClick(find<QComboBox>("speakerWay"), Qt::Key_Down);
    expectFits("a stand-in on a serial port");
    auto* kind = find<QComboBox>("speakerKind");
    kind->setFocus();
    for (int i = 0; i < 3; ++i)
        QTest::keyClick(kind, Qt::Key_Down);
    EXPECT_EQ(kind->currentText(), QStringLiteral("a wheel, pulse by pulse"));
    expectFits("a wheel on a serial port");
    window.play().play(liveNamed(QStringLiteral("board")));
    ASSERT_TRUE(QTest::qWaitFor([this] {
        const auto view = window.runner().view();
        return view->live != nullptr && view->live->fields.size() > 5;
    }));
    expectFits("bench, live");
    QTest::mouseClick(find<QAbstractButton>("liveShown"), Qt::LeftButton);
    expectFits("serial against glass");
    openChannel("house-battery");
    openLeaf("World");
    QTest::mouseClick(find<QAbstractButton>("worldAround"), Qt::LeftButton);
    expectFits("around the house battery");
}

TEST_F(FitTest, TheCalibration)
{
    window.resize(1024, 700);
    openLeaf("Scale");
    QTest::mouseClick(find<QAbstractButton>("scaleCalibrate"), Qt::LeftButton);
    expectFits("a calibration");
    QTest::mouseClick(find<QAbstractButton>("scaleDiagnose"), Qt::LeftButton);
    expectFits("a diagnosis");
}

TEST_F(FitTest, AnInstrumentWithManyKeys)
{
    window.resize(1024, 700);
    const auto copy = folder.filePath(QStringLiteral("oar-store.fern.json"));
    ASSERT_TRUE(
        QFile::copy(QString::fromStdString(test::sourcePath("demo/oar-store.fern.json")), copy));
    ASSERT_TRUE(window.files().open(copy));
    settle();
    for (const char* channel : {"scanner", "next-outing"}) {
        openChannel(channel);
        expectEveryLeafFits(channel);
    }
}

TEST_F(FitTest, TheDoors)
{
    window.resize(1024, 700);
    QTest::keyClick(&window, Qt::Key_T, Qt::ControlModifier);
    expectFits("a new channel");
    QTest::keyClick(&window, Qt::Key_N, Qt::ControlModifier);
    expectFits("a new instrument");
}

TEST_F(FitTest, EverySheetOfThePartsPlace)
{
    window.resize(1024, 700);
    for (const auto* file : {"demo/wagtail-skiff.fern.json", "demo/workshop-pc.fern.json"}) {
        ASSERT_TRUE(window.files().open(QString::fromStdString(test::sourcePath(file))));
        for (const auto* sheet :
            {"Add", "Supply", "Part", "Compare", "Parts list", "Wiring", "Cautions"}) {
            window.goTo({.place = QStringLiteral("Parts"), .page = QString::fromLatin1(sheet)});
            settle();
            expectFits(fmt::format("{} {}", file, sheet));
        }
        window.goTo({QStringLiteral("Channels")});
    }
}

} // namespace
} // namespace fern::app

// A stand-in speaks out of a real window: what it sends is heard by a serial port, followed from a
// scenario, a capture or a log; what is in the way is said.

#include "app/look/look.h"
#include "app/places/bench/bench_place.h"
#include "io/pseudo_terminal.h"
#include "io/serial_port.h"
#include "reading/nmea.h"
#include "tests/app/window_fixture.h"

#include <QListWidget>
#include <QTableView>

#include <fmt/format.h>

#include <fstream>

namespace fern::app {
namespace {

class StandInTest : public WindowTest {
protected:
    void SetUp() override
    {
        WindowTest::SetUp();
        copyCapture();
        window.goTo({QStringLiteral("Bench")});
        click("benchStandIn");
    }
    /// Chooses by the keys, as a maker without a mouse does.
    void choose(const char* box, const QString& text)
    {
        auto* combo = find<QComboBox>(box);
        combo->setFocus();
        QTest::keyClick(combo, Qt::Key_Home);
        for (int i = 0; i < combo->count() && combo->currentText() != text; ++i)
            QTest::keyClick(combo, Qt::Key_Down);
        EXPECT_EQ(combo->currentText(), text);
        settle();
    }
    void type(const char* edit, const QString& text)
    {
        auto* line = find<CheckedEdit>(edit);
        line->setFocus();
        line->selectAll();
        QTest::keyClicks(line, text);
        QTest::keyClick(line, Qt::Key_Return);
    }
    bool says(const QString& part)
    {
        return waitFor([&] { return find<QLabel>("speakerState")->text().contains(part); });
    }
    /// What another program hears at the pseudo-terminal that the page names.
    std::unique_ptr<io::Link> ear()
    {
        EXPECT_TRUE(says(QStringLiteral("Speaks on /dev/pts/")));
        const auto words = find<QLabel>("speakerState")->text();
        return io::listenTo(io::SerialSetting{
            words.section(QLatin1Char(' '), 2, 2).remove(QLatin1Char(',')).toStdString()});
    }
};

TEST_F(StandInTest, AReceiverIsHeardWithItsFaults)
{
    choose("speakerKind", QStringLiteral("a satellite receiver"));
    EXPECT_TRUE(waitFor([&] {
        return find<QWidget>("speakerSent")->accessibleName().contains(QStringLiteral("$GP"));
    })) << "what it would send is shown before";
    click("speakerButton");
    const auto link = ear();
    ReceiverDecoder decoder;
    const auto hear = [&] {
        for (const auto& chunk : link->take())
            decoder.feed(chunk.bytes);
        return decoder.goodCount();
    };
    EXPECT_TRUE(waitFor([&] { return hear() > 2; }));
    EXPECT_EQ(decoder.badCount(), 0);
    click("speakerUnplugged");
    EXPECT_TRUE(says(QStringLiteral("is unplugged")));
    EXPECT_TRUE(waitFor([&] { return link->report().state != io::LinkState::Open; }))
        << "the other end feels it";
    click("speakerUnplugged");
    EXPECT_TRUE(says(QStringLiteral("Speaks on")));
    click("speakerButton");
    EXPECT_EQ(find<QLabel>("speakerState")->text(), QString());
    EXPECT_EQ(find<QAbstractButton>("speakerButton")->text(), QStringLiteral("Speak"));
}

TEST_F(StandInTest, ACaptureIsPlayedIntoABoard)
{
    click("benchCaptures");
    click("speakCapture");
    EXPECT_EQ(find<QComboBox>("speakerKind")->currentText(),
        QStringLiteral("the board of this instrument"))
        << "codes are for a board";
    EXPECT_EQ(find<QComboBox>("speakerCourse")->currentText(),
        QStringLiteral("capture: House battery, one evening"));
    click("speakerButton");
    const auto link = ear();
    std::string heard;
    EXPECT_TRUE(waitFor([&] {
        for (const auto& chunk : link->take())
            heard += chunk.bytes;
        return heard.find("house-battery.reading:3339") != std::string::npos;
    })) << heard;
}

TEST_F(StandInTest, ALogGoesOutOnARealPort)
{
    const auto log = folder.filePath(QStringLiteral("trip.csv"));
    std::ofstream(log.toStdString()) << "t_s,speed\n5,4.2\n5.2,4.4\n9000,4.6\n";
    const auto port = folder.filePath(QStringLiteral("board")).toStdString();
    auto terminal = io::PseudoTerminal::open(port);
    ASSERT_TRUE(terminal);
    choose("speakerKind", QStringLiteral("a log file, line by line…"));
    choose("speakerWay", QStringLiteral("a serial port"));
    EXPECT_TRUE(find<QLabel>("speakerAdvice")->text().contains(QStringLiteral("3.3 V")));
    type("speakerAddress", QString::fromStdString(port) + QStringLiteral(" 115200"));
    dialogs.nextOpen = log;
    click("speakerButton");
    std::string heard;
    EXPECT_TRUE(waitFor([&] { return (heard += (*terminal)->read()).ends_with("4.4\n"); }));
    EXPECT_EQ(heard, "t_s,speed\n5,4.2\n5.2,4.4\n") << "the last line is due in hours";
    EXPECT_TRUE(says(QStringLiteral("at 115200 baud")));
}

TEST_F(StandInTest, SaysWhatIsInTheWay)
{
    choose("speakerWay", QStringLiteral("a serial port"));
    type("speakerAddress", QStringLiteral("/dev/no-such-port 9600"));
    click("speakerButton");
    EXPECT_TRUE(says(QStringLiteral("plug it in. It is tried again.")));
    click("speakerButton");
    type("speakerAddress", QStringLiteral("/dev/ttyUSB0 soon"));
    click("speakerButton");
    EXPECT_TRUE(says(QStringLiteral("is no port and speed")));
    const auto* sent = find<QWidget>("speakerSent")->findChild<QTableView*>();
    EXPECT_TRUE(waitFor([&] { return sent->model()->rowCount() > 0; }))
        << "the lines that would be sent are found meanwhile";
    EXPECT_TRUE(says(QStringLiteral("is no port and speed")))
        << find<QLabel>("speakerState")->text().toStdString();
    choose("speakerWay", QStringLiteral("a feed over HTTP"));
    type("speakerAddress", QStringLiteral("70000"));
    click("speakerButton");
    EXPECT_TRUE(says(QStringLiteral("is no port number, 0 to 65535")));
    type("speakerAddress", QStringLiteral("0"));
    click("speakerButton");
    EXPECT_TRUE(says(QStringLiteral("Answers at http://127.0.0.1:")));
    EXPECT_FALSE(find<QComboBox>("speakerKind")->isEnabled()) << "it speaks";
    click("speakerButton");
    choose("speakerKind", QStringLiteral("a wheel, pulse by pulse"));
    click("speakerButton");
    EXPECT_TRUE(says(QStringLiteral("cannot go over HTTP")));
    choose("speakerKind", QStringLiteral("a log file, line by line…"));
    dialogs.nextOpen = folder.filePath(QStringLiteral("gone.nmea"));
    click("speakerButton");
    EXPECT_TRUE(says(QStringLiteral("gone.nmea")));
}

} // namespace
} // namespace fern::app

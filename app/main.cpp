#include "app/look/look.h"
#include "app/look/text.h"
#include "app/shell/main_window.h"
#include "io/files.h"
#include "io/recordings.h"

#include <QAbstractButton>
#include <QApplication>
#include <QCommandLineParser>
#include <QScreen>
#include <QStandardPaths>
#include <QTextStream>
#include <QTimer>

#include <clocale>
#include <utility>

namespace {

/// Shows the run at an instant, saves the window as a picture and ends.
void takeShot(fern::app::MainWindow& window, fern::Ticks at, const QString& path,
    const QString& leaf, const QStringList& clicks)
{
    const auto press = [&window](const QString& name) {
        auto* button = name.isEmpty() ? nullptr : window.findChild<QAbstractButton*>(name);
        if (button != nullptr)
            button->click();
    };
    press(QStringLiteral("leaf") + leaf);
    auto* settle = new QTimer(&window);
    QObject::connect(settle, &QTimer::timeout, &window,
        [&window, at, path, press, next = clicks, jumps = true]() mutable {
            if (window.isBusy())
                return;
            if (std::exchange(jumps, false)
                && !isLive(window.play().playing())) // what is heard cannot be hurried
                return window.runner().jumpTo(at);
            if (window.runner().view()->now < at)
                return;
            if (!next.isEmpty())
                return press(next.takeFirst()); // on what is seen at that instant
            const bool saved = window.grab().save(path);
            if (!saved)
                QTextStream(stderr) << "fern-tick: " << path << " cannot be written\n";
            QCoreApplication::exit(saved ? 0 : 3);
        });
    settle->start(300);
}

} // namespace

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    std::setlocale(LC_NUMERIC, "C");
    QApplication::setApplicationName(QStringLiteral("fern-tick"));
    QApplication::setApplicationDisplayName(QStringLiteral("Fern Tick"));
    fern::app::applyLook(application);

    QCommandLineParser parser;
    parser.setApplicationDescription(
        QStringLiteral("Bench companion for small measuring instruments."));
    parser.addHelpOption();
    parser.addPositionalArgument(
        QStringLiteral("file"), QStringLiteral("an instrument, NAME.fern.json"));
    const QCommandLineOption shot(QStringLiteral("shot"),
        QStringLiteral("save the window as OUT.png and end"), QStringLiteral("OUT.png"));
    const QCommandLineOption leaf(QStringLiteral("leaf"),
        QStringLiteral("the leaf that is open in the shot"), QStringLiteral("NAME"),
        QStringLiteral("Smooth"));
    const QCommandLineOption run(QStringLiteral("run"), QStringLiteral("start running"));
    const QCommandLineOption at(QStringLiteral("at"),
        QStringLiteral("the simulated second of the shot"), QStringLiteral("SECONDS"),
        QStringLiteral("150"));
    const QCommandLineOption play(QStringLiteral("play"),
        QStringLiteral("play a recording through the instrument"), QStringLiteral("FILE.csv"));
    const QCommandLineOption listen(QStringLiteral("listen"),
        QStringLiteral(
            "listen to a port, \"/dev/ttyUSB0 115200\", a feed, \"http://192.168.1.20/values 2\", "
            "or a stand-in, \"board\""),
        QStringLiteral("SOURCE"));
    const QCommandLineOption captures(
        QStringLiteral("captures"), QStringLiteral("open the captures of the Bench place"));
    const QCommandLineOption look(
        QStringLiteral("look"), QStringLiteral("light or dark"), QStringLiteral("LOOK"));
    const QCommandLineOption channel(QStringLiteral("channel"),
        QStringLiteral("the channel that is open in the shot"), QStringLiteral("ID"));
    const QCommandLineOption parts(QStringLiteral("parts"),
        QStringLiteral("open the Parts place at a sheet: Add, Supply, Part, Compare, List, Wiring, "
                       "Cautions"),
        QStringLiteral("SHEET"));
    const QCommandLineOption screens(QStringLiteral("screens"),
        QStringLiteral("open the Screens place at a page, or at PAGE/FIELD"),
        QStringLiteral("PAGE"));
    const QCommandLineOption door(
        QStringLiteral("door"), QStringLiteral("open the sheet for a new instrument or channel"));
    const QCommandLineOption click(QStringLiteral("click"),
        QStringLiteral(
            "a button that is clicked before the shot, by its name; several in their order"),
        QStringLiteral("NAME"));
    const QCommandLineOption small(
        QStringLiteral("small"), QStringLiteral("take the shot in the smallest window"));
    parser.addOptions({shot, leaf, at, play, listen, captures, run, look, channel, parts, screens,
        door, click, small});
    parser.process(application);

    // A picture keeps nothing and shows nothing of what was kept.
    const fern::app::Storage storage(parser.isSet(shot)
            ? QString()
            : QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation));
    const bool isDark = parser.value(look) == QStringLiteral("dark")
        || (!parser.isSet(look) && storage.look() == fern::app::LookKind::Dark);
    if (isDark)
        fern::app::useLook(fern::app::LookKind::Dark);
    fern::app::MainWindow window(fern::app::systemDialogs(), storage);
    const auto files = parser.positionalArguments();
    // Nobody answers a dialog while a picture is taken.
    if (parser.isSet(shot) && !files.isEmpty())
        if (const auto loaded = fern::io::loadInstrument(files.first().toStdString()); !loaded) {
            QTextStream(stderr) << "fern-tick: " << fern::app::qText(describe(loaded.error()))
                                << "\n";
            return 3;
        }
    if (parser.isSet(shot) && parser.isSet(play))
        if (const auto read = fern::io::loadRecording(parser.value(play).toStdString()); !read) {
            QTextStream(stderr) << "fern-tick: " << fern::app::qText(describe(read.error()))
                                << "\n";
            return 3;
        }
    if (parser.isSet(small))
        window.resize(window.minimumSize());
    // Its frame has a title line, for which a screen of the window's own size has no room.
    constexpr int titleLine = 36;
    if (!parser.isSet(shot))
        window.resize(
            window.size().boundedTo(window.screen()->availableSize() - QSize(0, titleLine)));
    window.show(); // so that what is wrong with a file is told above the window
    if (files.isEmpty())
        window.files().guard();
    else
        window.files().open(files.first());
    if (parser.isSet(channel))
        window.goTo({QStringLiteral("Channels"), parser.value(channel)});
    if (parser.isSet(parts))
        window.goTo({.place = QStringLiteral("Parts"), .page = parser.value(parts)});
    if (parser.isSet(screens))
        window.goTo({.place = QStringLiteral("Screens"),
            .pointer = QStringLiteral("/pages/")
                + parser.value(screens).replace(QLatin1Char('/'), QStringLiteral("/fields/"))});
    if (parser.isSet(door))
        window.openDoor(!files.isEmpty());
    if (parser.isSet(play))
        window.play().play(fern::app::PlayedRecording{parser.value(play)});
    if (parser.isSet(captures))
        window.goTo({.place = QStringLiteral("Bench"), .page = QStringLiteral("Captures")});
    if (parser.isSet(listen))
        window.play().play(fern::app::liveNamed(parser.value(listen)));
    if (parser.isSet(shot))
        takeShot(window, fern::ticksFromSeconds(parser.value(at).toDouble()), parser.value(shot),
            parser.value(leaf), parser.values(click));
    else if (parser.isSet(run))
        window.runner().run();
    return QApplication::exec();
}

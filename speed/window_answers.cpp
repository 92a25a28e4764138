// How soon the window answers, over every workbench of the demo, as CSV: the longest time from an
// edit until everything shown is new and painted, and the longest gap between two turns of the event
// loop while the demo runs at the fastest pace.

#include "app/look/look.h"
#include "app/shell/main_window.h"
#include "instrument/edits.h"

#include <QAbstractButton>
#include <QApplication>
#include <QElapsedTimer>
#include <QEventLoop>
#include <QTest>
#include <QTimer>

#include <algorithm>
#include <cstdio>

namespace {

using fern::app::MainWindow;

double millisecondsOf(const QElapsedTimer& clock)
{
    return static_cast<double>(clock.nsecsElapsed()) / 1e6;
}

double longestEdit(MainWindow& window)
{
    auto& document = window.document();
    double longest = 0;
    for (int i = 0; i < 20; ++i) {
        auto divider = document.instrument().channels[0]->frontEnd;
        divider.r1.value += 0.01;
        QElapsedTimer clock;
        clock.start();
        document.apply(
            QStringLiteral("R1"), withFrontEnd(document.instrument(), "house-battery", divider));
        QEventLoop loop;
        QObject::connect(&window.runner(), &fern::app::Runner::viewChanged, &loop, [&] {
            if (window.runner().view()->revision == window.runner().revision())
                loop.quit();
        });
        loop.exec();
        window.repaint();
        longest = std::max(longest, millisecondsOf(clock));
    }
    return longest;
}

double longestGap(MainWindow& window)
{
    auto& runner = window.runner();
    runner.jumpTo({});
    QTest::qWait(300);
    runner.setPace(fern::app::fastestPace);
    runner.run();
    double longest = 0;
    QElapsedTimer clock;
    clock.start();
    QTimer turn;
    QObject::connect(&turn, &QTimer::timeout, &turn, [&] {
        longest = std::max(longest, millisecondsOf(clock));
        clock.start();
        if (runner.view()->now >= runner.view()->end) { // from the start again
            runner.jumpTo({});
            runner.run();
        }
    });
    turn.start(0);
    QTest::qWait(2000);
    runner.pause();
    return longest;
}

} // namespace

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    fern::app::applyLook(application);
    MainWindow window(fern::app::systemDialogs(), fern::app::Storage());
    window.show();
    if (!window.open(QString::fromLocal8Bit(argv[1])))
        return 3;
    std::printf("leaf,edit_ms,gap_ms\n");
    for (const char* name : {"World", "Sensor", "Reading", "Scale", "Smooth", "Text", "Glass"}) {
        window.findChild<QAbstractButton*>(QStringLiteral("leaf") + QString::fromLatin1(name))
            ->click();
        window.runner().jumpTo(fern::ticksFromSeconds(300));
        QTest::qWait(300); // the workbench is made and drawn
        const double edit = longestEdit(window);
        std::printf("%s,%.1f,%.1f\n", name, edit, longestGap(window));
    }
}

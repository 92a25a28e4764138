// How soon the window answers, over every workbench of the demo, as CSV: the usual and the longest
// time from an edit until everything shown is new and painted, and the longest gap between two
// turns of the event loop while the demo runs at the fastest pace, by the clock and in the thread's
// own processor time.

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
#include <ctime>

namespace {

using fern::app::MainWindow;

double millisecondsOf(const QElapsedTimer& clock)
{
    return static_cast<double>(clock.nsecsElapsed()) / 1e6;
}

/// The times of 20 edits until everything shown is new and painted, sorted.
std::vector<double> editTimes(MainWindow& window)
{
    auto& document = window.document();
    std::vector<double> times;
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
        for (int turn = 0; turn < 3; ++turn) // labels, then plots, then their painting
            QCoreApplication::processEvents();
        times.push_back(millisecondsOf(clock));
    }
    std::sort(times.begin(), times.end());
    return times;
}

/// Milliseconds of processor time that this thread has used.
double threadTime()
{
    timespec time{};
    clock_gettime(CLOCK_THREAD_CPUTIME_ID, &time);
    return 1e3 * static_cast<double>(time.tv_sec) + static_cast<double>(time.tv_nsec) / 1e6;
}

struct Gap {
    double wall = 0, work = 0;
};

Gap longestGap(MainWindow& window)
{
    auto& runner = window.runner();
    runner.jumpTo({});
    QTest::qWait(300);
    runner.setPace(fern::app::fastestPace);
    runner.run();
    Gap longest;
    double workBefore = threadTime();
    QElapsedTimer clock;
    clock.start();
    QTimer turn;
    QObject::connect(&turn, &QTimer::timeout, &turn, [&] {
        longest.wall = std::max(longest.wall, millisecondsOf(clock));
        longest.work = std::max(longest.work, threadTime() - workBefore);
        clock.start();
        workBefore = threadTime();
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
    if (!window.files().open(QString::fromLocal8Bit(argv[1])))
        return 3;
    std::printf("leaf,edit_ms,longest_edit_ms,gap_ms,gap_work_ms\n");
    for (const char* name : {"World", "Sensor", "Reading", "Scale", "Smooth", "Text", "Glass"}) {
        window.findChild<QAbstractButton*>(QStringLiteral("leaf") + QString::fromLatin1(name))
            ->click();
        window.runner().jumpTo(fern::ticksFromSeconds(300));
        QTest::qWait(300); // the workbench is made and drawn
        const auto edits = editTimes(window);
        const auto gap = longestGap(window);
        std::printf("%s,%.1f,%.1f,%.1f,%.1f\n", name, edits[edits.size() / 2], edits.back(),
            gap.wall, gap.work);
    }
}

// How soon the window answers, over every workbench of the demo and its screens, as CSV: the usual
// and the longest time from an edit until everything shown is new and painted, and the longest gap
// between two turns of the event loop while the demo runs at the fastest pace, by the clock and in
// the thread's own processor time.

#include "app/look/look.h"
#include "app/shell/main_window.h"
#include "instrument/edits.h"
#include "instrument/page_edits.h"

#include <QAbstractButton>
#include <QApplication>
#include <QElapsedTimer>
#include <QEventLoop>
#include <QTest>
#include <QTimer>

#include <algorithm>
#include <cstdio>
#include <ctime>
#include <functional>
#include <string>

namespace fern {
namespace {

using app::MainWindow;

double millisecondsOf(const QElapsedTimer& clock)
{
    return static_cast<double>(clock.nsecsElapsed()) / 1e6;
}

using Edit = std::function<Result<Instrument>(const Instrument&)>;

Result<Instrument> withOtherDivider(const Instrument& in)
{
    auto divider = in.channels[0]->frontEnd;
    divider.r1.value += 0.01;
    return withFrontEnd(in, in.channels[0]->id, divider);
}

/// Moves the last field of the first page by a pixel, there and back.
Result<Instrument> withFieldMoved(const Instrument& in)
{
    const auto& page = *in.pages[0];
    auto field = page.fields.back();
    field.x = field.x == 0 ? 1 : 0;
    return withField(in, page.id, field);
}

/// A picture of 800 × 480 colours below the other fields of the last page.
Result<Instrument> withLargePicture(const Instrument& in)
{
    Picture picture{PictureColours::Rgb565, 800, 480, std::vector<std::uint16_t>(800 * 480)};
    for (std::size_t i = 0; i < picture.levels.size(); ++i)
        picture.levels[i] = static_cast<std::uint16_t>(i * 40503);
    Field field;
    field.id = "large";
    field.kind = FieldKind::Picture;
    field.y = 64;
    field.picture = std::move(picture);
    return withNewField(in, in.pages.back()->id, field);
}

/// The times of 20 edits until everything shown is new and painted, sorted.
std::vector<double> editTimes(MainWindow& window, const Edit& edit)
{
    auto& document = window.document();
    std::vector<double> times;
    for (int i = 0; i < 20; ++i) {
        QElapsedTimer clock;
        clock.start();
        document.apply(QStringLiteral("Edit"), edit(document.instrument()));
        QEventLoop loop;
        QObject::connect(&window.runner(), &app::Runner::viewChanged, &loop, [&] {
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
    runner.setPace(app::fastestPace);
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

/// Prints a line for each view.
void measure(MainWindow& window)
{
    std::printf("view,edit_ms,longest_edit_ms,gap_ms,gap_work_ms\n");
    const auto measureView = [&window](
                                 const char* name, const std::string& button, const Edit& edit) {
        window.findChild<QAbstractButton*>(QString::fromStdString(button))->click();
        window.runner().jumpTo(ticksFromSeconds(300));
        QTest::qWait(300); // what is shown is made and drawn
        const auto edits = editTimes(window, edit);
        const auto gap = longestGap(window);
        std::printf("%s,%.1f,%.1f,%.1f,%.1f\n", name, edits[edits.size() / 2], edits.back(),
            gap.wall, gap.work);
    };
    for (const char* leaf : {"World", "Sensor", "Reading", "Scale", "Smooth", "Text", "Glass"})
        measureView(leaf, std::string("leaf") + leaf, withOtherDivider);
    measureView("Screens", "placeScreens", withFieldMoved);
    auto& document = window.document();
    document.apply(QStringLiteral("Picture"), withLargePicture(document.instrument()));
    measureView("Screens with a picture", "placeScreens", withFieldMoved);
}

} // namespace
} // namespace fern

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    fern::app::applyLook(application);
    fern::app::MainWindow window(fern::app::systemDialogs(), fern::app::Storage());
    window.show();
    if (!window.files().open(QString::fromLocal8Bit(argv[1])))
        return 3;
    fern::measure(window);
}

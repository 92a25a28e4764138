// How long one frame takes while a recording of ten million samples is panned and zoomed, in
// milliseconds: the usual and the longest of the frames.

#include "app/look/look.h"
#include "app/plot/series_plot.h"

#include <QApplication>
#include <QElapsedTimer>

#include <algorithm>
#include <cmath>
#include <cstdio>

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    fern::app::applyLook(application);
    constexpr std::size_t samples = 10'000'000;
    fern::Capture capture;
    capture.at.reserve(samples);
    capture.values.reserve(samples);
    for (std::size_t i = 0; i < samples; ++i) {
        capture.at.push_back(fern::ticksFromSeconds(static_cast<double>(i) * 1e-3));
        capture.values.push_back(
            static_cast<double>(i * 7919 % 1000) + (i % 100003 == 0 ? 3000 : 0));
    }
    fern::app::SeriesPlot plot(nullptr);
    plot.resize(900, 400);
    plot.show();
    plot.showSeries(fern::app::Series::of(std::move(capture)));
    QApplication::processEvents();
    std::vector<double> times;
    const double whole = plot.to() - plot.from();
    for (int frame = 0; frame < 300; ++frame) {
        // Every length from all of it to a second, moving along.
        const double length = std::max(1.0, whole * std::pow(0.97, frame));
        const double from = (whole - length) * (frame % 60) / 60;
        QElapsedTimer clock;
        clock.start();
        plot.showStretch(from, from + length);
        QApplication::processEvents();
        QApplication::processEvents();
        times.push_back(static_cast<double>(clock.nsecsElapsed()) / 1e6);
    }
    std::sort(times.begin(), times.end());
    std::printf("%.3f,%.3f\n", times[times.size() / 2], times.back());
    return 0;
}

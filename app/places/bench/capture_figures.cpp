#include "app/places/bench/capture_figures.h"

#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/page_chips.h"
#include "app/look/text.h"
#include "base/number_text.h"

#include <QGridLayout>

#include <algorithm>
#include <array>
#include <cmath>

namespace fern::app {

namespace {

enum SpectrumPart : std::size_t { Spectrum, Mains50, Mains60 };
constexpr std::array<double, 2> mainsHertz{50, 60};

} // namespace

StretchFigures StretchFigures::of(const Series& series, double from, double to)
{
    StretchFigures figures;
    const auto first = series.indexAt(from);
    const auto last = series.indexAfter(to);
    figures.statistics = captureStatistics(series.capture, first, last);
    const std::span<const double> values(series.capture.values);
    const auto stretch = values.subspan(std::min(first, last), last - std::min(first, last));
    if (series.capture.tap == Tap::Reading)
        figures.codes = codeStatistics(stretch);
    if (figures.statistics.rate > 0)
        figures.spectrum = averagedSpectrum(stretch, 1 / figures.statistics.rate);
    return figures;
}

CaptureFigures::CaptureFigures(QWidget* parent)
    : QWidget(parent)
    , m_charts(new PageChips(this))
    , m_histogram(new Histogram(this))
    , m_lines(new QWidget(this))
    , m_spectrum(
          new Plot({{{}, &Tokens::accent, 1.2}, {tr("50 Hz"), &Tokens::amber, 1, false, true},
                       {tr("60 Hz"), &Tokens::sky, 1, false, true}},
              this))
    , m_mains(softLabel({}, this))
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(2 * grid);
    auto* sheet = new QGridLayout;
    sheet->setHorizontalSpacing(grid);
    sheet->setVerticalSpacing(2);
    int line = 0;
    m_mean = addFigure(sheet, line++, tr("Mean"), "captureMean");
    m_noise = addFigure(sheet, line++, tr("Noise, rms"), "captureNoise");
    m_peakToPeak = addFigure(sheet, line++, tr("Peak to peak"), "capturePeakToPeak");
    m_drift = addFigure(sheet, line++, tr("Drift"), "captureDrift");
    m_samples = addFigure(sheet, line++, tr("Samples"), "captureSamples");
    m_rate = addFigure(sheet, line++, tr("Rate"), "captureRate");
    m_missing = addFigure(sheet, line++, tr("Missing"), "captureMissing");
    sheet->setRowStretch(line, 1);
    row->addLayout(sheet);
    auto* column = new QVBoxLayout(m_lines);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(m_spectrum, 1);
    column->addWidget(m_mains);
    auto* charts = new QVBoxLayout;
    charts->setSpacing(4);
    charts->addWidget(m_charts);
    const auto addChart = [&](const QString& word, const char* name, QWidget* chart) {
        m_charts->addPage(word, QString::fromLatin1(name), chart);
        chart->setSizePolicy(
            QSizePolicy::Ignored, QSizePolicy::Expanding); // the figures come first
        chart->setMinimumWidth(130);
        charts->addWidget(chart, 1);
    };
    addChart(tr("Codes"), "captureCodes", m_histogram);
    addChart(tr("Spectrum"), "captureLines", m_lines);
    m_charts->row()->addStretch(1);
    row->addLayout(charts, 1);
    m_spectrum->setObjectName(QStringLiteral("captureSpectrum"));
    m_spectrum->setAxisWords(tr("amplitude over Hz"));
    m_mains->setMinimumWidth(1);
    m_mains->setObjectName(QStringLiteral("captureMains"));
    m_noise->setToolTip(
        tr("About the straight line through the stretch, so that drift is no noise."));
    m_rate->setToolTip(tr("Samples a second, and how unevenly they came."));
    m_missing->setToolTip(tr("Samples without a value, and intervals of more than one and a half "
                             "of the usual one."));
}

QLabel* CaptureFigures::addFigure(
    QGridLayout* sheet, int row, const QString& word, const char* name)
{
    auto* label = new QLabel(this);
    label->setObjectName(QString::fromLatin1(name));
    label->setMinimumWidth(1); // the window decides, not the longest figure
    sheet->addWidget(softLabel(word, this), row, 0);
    sheet->addWidget(label, row, 1);
    return label;
}

void CaptureFigures::showFigures(const Series* series, const StretchFigures& figures)
{
    const auto& s = figures.statistics;
    setVisible(series != nullptr && s.samples > 0);
    if (series == nullptr || s.samples == 0)
        return;
    const auto unit = series->unit.empty() ? tr("counts") : qText(series->unit);
    const auto figure = [](double value, int digits) {
        return qText(significantText(value, digits));
    };
    const double uncertain = s.noise / std::sqrt(static_cast<double>(s.samples));
    m_mean->setText(tr("%1 %2").arg(qText(knownText(s.mean, uncertain)), unit));
    m_noise->setText(tr("%1 %2").arg(figure(s.noise, 3), unit));
    m_peakToPeak->setText(tr("%1 %2").arg(figure(s.most - s.least, 5), unit));
    m_drift->setText(tr("%1 %2/min").arg(figure(60 * s.driftPerSecond, 3), unit));
    m_samples->setText(tr("%1 in %2").arg(s.samples).arg(qText(durationText(s.seconds))));
    m_rate->setText(s.rate > 0
            ? tr("%1 Hz ±%2").arg(figure(s.rate, 4), qText(durationText(s.jitter)))
            : tr("not known"));
    m_missing->setText(tr("%1 values, %2 gaps").arg(s.dropouts).arg(s.gaps));
    const bool hasCodes = series->capture.tap == Tap::Reading;
    if (m_charts->isVisibleTo(this) && !hasCodes)
        m_charts->open(m_lines);
    m_charts->setVisible(hasCodes);
    m_histogram->showStatistics(figures.codes);
    showSpectrum(figures);
}

void CaptureFigures::showSpectrum(const StretchFigures& figures)
{
    const auto& lines = figures.spectrum;
    m_spectrum->setVisible(!lines.empty());
    m_mains->setVisible(!lines.empty());
    if (lines.empty())
        return;
    TraceLine all;
    for (const auto& line : lines) {
        all.seconds.push_back(line.hertz);
        all.values.push_back(line.amplitude);
    }
    m_spectrum->showLine(Spectrum, all);
    QStringList words;
    for (std::size_t i = 0; i < mainsHertz.size(); ++i) {
        const double seen = aliasOf(mainsHertz[i], 1 / figures.statistics.rate);
        const auto nearest = std::min_element(
            lines.begin(), lines.end(), [&](const SpectrumLine& a, const SpectrumLine& b) {
                return std::fabs(a.hertz - seen) < std::fabs(b.hertz - seen);
            });
        const bool isFolded = seen < lines.front().hertz;
        m_spectrum->showLine(
            Mains50 + i, isFolded ? TraceLine() : TraceLine{{seen}, {nearest->amplitude}});
        words << (isFolded ? tr("hidden at 0 Hz") : tr("%1 Hz").arg(seen, 0, 'g', 3));
    }
    m_mains->setText(words[0] == words[1] ? tr("mains is %1").arg(words[0])
                                          : tr("mains at %1").arg(words.join(tr(" or "))));
    m_mains->setToolTip(
        tr("Where 50 Hz and 60 Hz of the mains are seen at this rate; what is folded "
           "to 0 Hz shifts the mean and cannot be told from it."));
    m_spectrum->showRange(0, lines.back().hertz);
}

} // namespace fern::app

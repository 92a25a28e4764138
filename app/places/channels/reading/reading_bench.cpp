#include "app/places/channels/reading/reading_bench.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/places/channels/trace_plot.h"
#include "base/number_text.h"
#include "instrument/edits.h"
#include "instrument/part_edits.h"
#include "reading/register_forms.h"

#include <QSignalBlocker>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

QString bytesText(const std::vector<std::uint8_t>& bytes)
{
    QStringList words;
    for (const auto byte : bytes)
        words << QStringLiteral("%1").arg(byte, 2, 16, QLatin1Char('0')).toUpper();
    return words.join(QLatin1Char(' '));
}

using Choices = std::vector<std::pair<QString, QVariant>>;

/// Puts words with what they stand for into a box, and the present one on top. A box that has them
/// already is left alone, so that an open list stays open.
void offer(QComboBox* box, const Choices& choices, const QVariant& now)
{
    bool isSame = box->count() == static_cast<int>(choices.size());
    for (int i = 0; i < box->count() && isSame; ++i)
        isSame = box->itemText(i) == choices[static_cast<std::size_t>(i)].first
            && box->itemData(i) == choices[static_cast<std::size_t>(i)].second;
    if (!isSame) {
        box->clear();
        for (const auto& [words, value] : choices)
            box->addItem(words, value);
    }
    box->setCurrentIndex(box->findData(now));
}

QString statisticsText(const CodeStatistics& s)
{
    if (s.samples == 0)
        return {};
    auto text = QObject::tr("mean %1   rms %2   peak to peak %3   %4 codes of %5 samples")
                    .arg(qText(significantText(s.mean, 6)), qText(significantText(s.deviation, 3)))
                    .arg(s.most - s.least)
                    .arg(s.distinct)
                    .arg(s.samples);
    if (s.binWidth > 1)
        text += QObject::tr("   a bar is %1 codes").arg(s.binWidth);
    if (!s.missing.empty())
        text +=
            QObject::tr("   never: %1%2")
                .arg(s.missing.front())
                .arg(s.missing.size() > 1 ? QObject::tr(" and %1 more").arg(s.missing.size() - 1)
                                          : QString());
    return text;
}

} // namespace

ReadingBench::ReadingBench(Document& document, QWidget* parent)
    : Workbench(
        tr("Reading"), tr("what the converter makes of the pin"), Leaf::Reading, document, parent)
    , m_readBy(addChoice(tr("Read by"), {}, "readBy"))
    , m_bits(addWhole(tr("Bits"), 4, 24, "bits"))
    , m_reference(addQuantity(tr("Reference"), "reference"))
    , m_range(addChoice(tr("Range"), {}, "range"))
    , m_school(
          addChoice(tr("School"), {tr("counts over 2^N"), tr("counts over 2^N − 1")}, "school"))
    , m_noise(addNumber(tr("Noise, rms"), QStringLiteral("LSB"), "noiseLsb"))
    , m_sampleEvery(addQuantity(tr("Sample every"), "sampleEvery"))
    , m_codes(new Plot({{tr("codes"), &Tokens::accent, 1}}, this))
    , m_histogram(new Histogram(this))
    , m_spectrum(new Plot({{{}, &Tokens::accent, 1.2}}, this))
    , m_statistics(softLabel({}, this))
    , m_registers(new QLabel(this))
{
    m_codes->setObjectName(QStringLiteral("codes"));
    m_spectrum->setObjectName(QStringLiteral("spectrum"));
    m_registers->setObjectName(QStringLiteral("registers"));
    m_registers->setFont(codeFont(12));
    m_registers->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_statistics->setObjectName(QStringLiteral("statistics"));
    m_statistics->setWordWrap(true);
    m_school->setToolTip(tr("2^N: each code is one of 2^N equal steps, as data sheets draw it.\n"
                            "2^N − 1: the top code is the reference, as many programs compute."));
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * grid);
    row->addWidget(m_codes, 3);
    row->addWidget(m_histogram, 2);
    row->addWidget(m_spectrum, 2);
    auto* below = addCard(1);
    below->body()->addLayout(row, 1);
    below->body()->addWidget(m_statistics);
    below->body()->addWidget(m_registers);

    connect(m_readBy, &QComboBox::activated, this, [this] {
        const auto part = m_readBy->currentData().toString();
        apply(tr("Read by %1").arg(m_readBy->currentText()),
            withChannelReadBy(instrument(), channel().id, part.toStdString()));
    });
    connect(m_range, &QComboBox::activated, this, [this] {
        apply(tr("Range ±%1").arg(m_range->currentText()),
            withSourceRange(instrument(), channel().id, {m_range->currentData().toDouble(), "V"}));
    });
    connect(m_bits, &QSpinBox::valueChanged, this, [this](int bits) {
        change(tr("Bits of the converter"), [bits](ConverterSpec& c) { c.bits = bits; });
    });
    connect(m_reference, &QuantityEdit::quantityEntered, this, [this](const Quantity& reference) {
        change(tr("Reference"), [&](ConverterSpec& c) { c.reference = reference; });
    });
    connect(m_school, &QComboBox::activated, this, [this](int index) {
        change(tr("School of the converter"),
            [&](ConverterSpec& c) { c.school = static_cast<ConverterSchool>(index); });
    });
    connect(m_noise, &NumberEdit::numberEntered, this, [this](double noise) {
        change(tr("Noise of the converter"), [=](ConverterSpec& c) { c.noiseLsb = noise; });
    });
    connect(m_sampleEvery, &QuantityEdit::quantityEntered, this, [this](const Quantity& period) {
        apply(tr("Sampling"), withSampleEvery(instrument(), channel().id, period));
    });
}

void ReadingBench::change(const QString& name, const std::function<void(ConverterSpec&)>& change)
{
    auto converter = *board().converter;
    change(converter);
    apply(name, withConverter(instrument(), board().id, converter));
}

void ReadingBench::showConverters()
{
    Choices converters;
    for (const auto& part : instrument().parts)
        if (part->converter)
            converters.push_back({qText(partName(*part)), qText(part->id)});
    offer(m_readBy, converters, qText(channel().source.board));
    setInputVisible(m_readBy, m_readBy->count() > 1);

    const auto& converter = *board().converter;
    const auto& chosen = channel().source.range;
    const double now = inSi(chosen.value > 0 ? chosen : converter.reference);
    Choices ranges;
    for (const double range : converter.ranges)
        ranges.push_back({tr("±%1 V").arg(qText(shortestText(range))), range});
    offer(m_range, ranges, now);
    setInputVisible(m_range, !converter.ranges.empty());
    setInputVisible(m_reference, converter.ranges.empty());
    setInputVisible(m_school, converter.form == ConverterForm::Unipolar);
}

void ReadingBench::showSpectrum(const RunView& view)
{
    const auto& lines = view.spectrum;
    m_spectrum->setVisible(!lines.seconds.empty());
    if (lines.seconds.empty())
        return;
    m_spectrum->showLine(0, lines);
    m_spectrum->setAxisWords(tr("counts over Hz"));
    const auto most = std::max_element(lines.values.begin(), lines.values.end());
    m_spectrum->setAccessibleName(
        tr("Spectrum of the codes: the highest line is %1 counts at %2 Hz")
            .arg(*most, 0, 'g', 3)
            .arg(lines.seconds[static_cast<std::size_t>(most - lines.values.begin())], 0, 'g', 3));
    m_spectrum->showRange(0, lines.seconds.back());
}

void ReadingBench::showRegisters(const RunView& view)
{
    if (std::isnan(view.newest.reading))
        return m_registers->setText(tr("no code yet"));
    const int bits = board().converter->bits;
    const auto code = static_cast<std::int64_t>(view.newest.reading);
    const auto forms = registerForms(code, bits);
    QStringList nibbles;
    for (const auto nibble : forms.nibbles)
        nibbles << QString::number(nibble);
    m_registers->setText(
        tr("code %1   bits %2\nright %3   left %4   nibbles %5   hex characters %6")
            .arg(code)
            .arg(qText(forms.bits), bytesText(forms.right), bytesText(forms.left),
                nibbles.join(QLatin1Char(' ')), qText(forms.hex)));
}

void ReadingBench::showInputs(const RunView& view)
{
    const auto& converter = *board().converter;
    const QSignalBlocker blocker(m_bits);
    showConverters();
    m_bits->setValue(converter.bits);
    m_reference->showQuantity(converter.reference);
    m_school->setCurrentIndex(static_cast<int>(converter.school));
    m_noise->showNumber(converter.noiseLsb);
    m_sampleEvery->showQuantity(channel().source.sampleEvery);
    m_codes->showLine(0, view.codes);
    m_codes->setAxisWords(tr("counts over seconds"));
    m_codes->setAccessibleName(tr("Codes over time: %1 samples").arg(view.codes.seconds.size()));
    const auto [from, to] = traceRange(view);
    m_codes->showRange(from, to, 2);
    m_histogram->showStatistics(view.codeStatistics);
    showSpectrum(view);
    m_statistics->setText(statisticsText(view.codeStatistics));
    showRegisters(view);
}

} // namespace fern::app

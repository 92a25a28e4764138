#include "app/places/channels/reading_bench.h"

#include "base/number_text.h"
#include "instrument/edits.h"

#include <QSignalBlocker>

namespace fern::app {

ReadingBench::ReadingBench(Document& document, QWidget* parent)
    : Workbench(
        tr("Reading"), tr("what the converter makes of the pin"), Leaf::Reading, document, parent)
    , m_bits(new QSpinBox(this))
    , m_reference(nullptr)
    , m_school(new QComboBox(this))
    , m_noise(new CheckedEdit(this))
    , m_sampleEvery(nullptr)
{
    m_bits->setRange(4, 24);
    m_bits->setKeyboardTracking(false);
    addInput(tr("Bits"), m_bits, "bits");
    m_reference = addQuantity(tr("Reference"), "reference");
    m_school->addItems({tr("counts over 2^N"), tr("counts over 2^N − 1")});
    addInput(tr("School"), m_school, "school");
    addInput(tr("Noise, LSB rms"), m_noise, "noiseLsb");
    m_sampleEvery = addQuantity(tr("Sample every"), "sampleEvery");
    connect(m_bits, &QSpinBox::valueChanged, this, [this](int bits) {
        apply(tr("Bits of the converter"), [bits](ConverterSpec& c) { c.bits = bits; });
    });
    connect(m_reference, &QuantityEdit::quantityEntered, this, [this](const Quantity& reference) {
        apply(tr("Reference"), [&](ConverterSpec& c) { c.reference = reference; });
    });
    connect(m_school, &QComboBox::activated, this, [this](int index) {
        apply(tr("School of the converter"),
            [&](ConverterSpec& c) { c.school = static_cast<ConverterSchool>(index); });
    });
    connect(m_noise, &CheckedEdit::entered, this, [this](const QString& typed) {
        const auto noise = parseNumber(trimmed(typed.toStdString()));
        if (!noise)
            return Q_EMIT refused(
                tr("\"%1\" is no number: type the noise in LSB, such as \"0.7\"").arg(typed));
        apply(tr("Noise of the converter"), [&](ConverterSpec& c) { c.noiseLsb = *noise; });
    });
    connect(m_sampleEvery, &QuantityEdit::quantityEntered, this, [this](const Quantity& period) {
        this->document().apply(
            tr("Sampling"), withSampleEvery(this->document().instrument(), channel().id, period));
    });
}

void ReadingBench::apply(const QString& name, const std::function<void(ConverterSpec&)>& change)
{
    auto converter = board().converter;
    change(converter);
    document().apply(name, withConverter(document().instrument(), board().id, converter));
}

void ReadingBench::showInputs(const RunView& /*view*/)
{
    const auto& converter = board().converter;
    const QSignalBlocker blocker(m_bits);
    m_bits->setValue(converter.bits);
    m_reference->showQuantity(converter.reference);
    m_school->setCurrentIndex(static_cast<int>(converter.school));
    m_noise->showText(QString::fromStdString(shortestText(converter.noiseLsb)));
    m_sampleEvery->showQuantity(channel().source.sampleEvery);
}

} // namespace fern::app

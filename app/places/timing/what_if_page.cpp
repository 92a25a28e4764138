#include "app/places/timing/what_if_page.h"

#include "app/document/document.h"
#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"
#include "base/quantity_text.h"
#include "instrument/loops.h"
#include "timing/bus.h"

#include <QGridLayout>
#include <QSignalBlocker>

#include <algorithm>
#include <cmath>

namespace fern::app {

namespace {

std::vector<double> intervals()
{
    return {0.02, 0.03, 0.05, 0.075, 0.1, 0.15, 0.2, 0.25, 0.3, 0.4, 0.5, 0.75, 1, 1.5, 2, 3, 5, 10,
        20, 30, 60, 120, 180, 300, 600, 900, 1800, 3600};
}

/// Clocks that an interface is usually driven at, hertz; none where it has no clock.
std::vector<double> clocks(DisplayInterface interface)
{
    switch (interface) {
    case DisplayInterface::I2c:
        return {50e3, 100e3, 200e3, 400e3, 1e6};
    case DisplayInterface::Spi:
        return {250e3, 500e3, 1e6, 2e6, 4e6, 8e6, 10e6, 20e6, 40e6};
    case DisplayInterface::TwoWire:
        return {5e3, 10e3, 20e3, 50e3, 100e3};
    case DisplayInterface::FourBit:
    case DisplayInterface::EightBit:
    case DisplayInterface::Direct:
        break;
    }
    return {};
}

bool isPulses(const PlainChannel& channel)
{
    return channel.source.kind == SourceKind::Pulses;
}

} // namespace

WhatIfPage::WhatIfPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_display(new QComboBox(this))
    , m_verdict(wrappedLabel(this, "whatIfVerdict"))
    , m_limits(new LimitsList(QStringLiteral("if"), this))
    , m_reset(new QPushButton(tr("As it is"), this))
    , m_apply(new QPushButton(tr("Apply"), this))
{
    m_display->setObjectName(QStringLiteral("whatIfDisplay"));
    m_display->setAccessibleName(tr("Display"));
    m_limits->setObjectName(QStringLiteral("whatIfLimits"));
    m_reset->setObjectName(QStringLiteral("whatIfReset"));
    m_apply->setObjectName(QStringLiteral("whatIfApply"));
    m_verdict->setFont(wordFont(13, true));
    m_verdict->setTextFormat(Qt::PlainText);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    column->addWidget(m_display);
    auto* rows = new QGridLayout;
    rows->setHorizontalSpacing(grid);
    rows->setVerticalSpacing(4);
    rows->setColumnStretch(1, 1);
    m_every = addRow(*rows, 0, tr("redraw every"), "whatIfEvery");
    m_clock = addRow(*rows, 1, tr("its clock"), "whatIfClock");
    m_strategy = addChoice(*rows, 2, tr("send"), "whatIfStrategy");
    m_sends = addChoice(*rows, 3, tr("sent"), "whatIfSends");
    m_wait = addRow(*rows, 4, tr("the loop waits"), "whatIfWait");
    m_input = addChoice(*rows, 5, tr("pulses"), "whatIfInput");
    m_inputName = qobject_cast<QLabel*>(rows->itemAtPosition(5, 0)->widget());
    m_fields = addChoice(*rows, 6, tr("fields"), "whatIfFields");
    m_input->addItems({tr("polled"), tr("by interrupt")});
    column->addLayout(rows);
    column->addWidget(m_verdict);
    column->addWidget(m_limits, 1);
    auto* foot = new QHBoxLayout;
    foot->addStretch(1);
    foot->addWidget(m_reset);
    foot->addWidget(m_apply);
    column->addLayout(foot);
    connect(m_display, &QComboBox::activated, this, &WhatIfPage::showDisplay);
    for (auto* box : {m_strategy, m_sends, m_input, m_fields})
        connect(box, &QComboBox::activated, this, &WhatIfPage::tryIt);
    connect(m_reset, &QPushButton::clicked, this, &WhatIfPage::reset);
    connect(m_apply, &QPushButton::clicked, this, &WhatIfPage::apply);
}

WhatIfPage::Row WhatIfPage::addRow(
    QGridLayout& rows, int line, const QString& name, const char* objectName)
{
    Row row{softLabel(name, this), new QSlider(Qt::Horizontal, this), new QLabel(this), {}};
    row.slider->setObjectName(QString::fromLatin1(objectName));
    row.slider->setAccessibleName(name);
    row.slider->setPageStep(1);
    row.value->setMinimumWidth(64);
    row.value->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    row.value->setFont(wordFont(13));
    rows.addWidget(row.name, line, 0);
    rows.addWidget(row.slider, line, 1);
    rows.addWidget(row.value, line, 2);
    connect(row.slider, &QSlider::valueChanged, this, &WhatIfPage::tryIt);
    return row;
}

QComboBox* WhatIfPage::addChoice(
    QGridLayout& rows, int line, const QString& name, const char* objectName)
{
    auto* box = new QComboBox(this);
    box->setObjectName(QString::fromLatin1(objectName));
    box->setAccessibleName(name);
    rows.addWidget(softLabel(name, this), line, 0);
    rows.addWidget(box, line, 1, 1, 2);
    return box;
}

/// The value that is now has a place among the others.
void WhatIfPage::setRow(Row& row, std::vector<double> values, double now)
{
    const QSignalBlocker blocker(row.slider);
    const auto same = [now](double value) { return std::fabs(value - now) <= 1e-9 * now; };
    if (!values.empty() && std::none_of(values.begin(), values.end(), same))
        values.insert(std::lower_bound(values.begin(), values.end(), now), now);
    row.values = std::move(values);
    row.slider->setRange(0, std::max(0, static_cast<int>(row.values.size()) - 1));
    row.slider->setValue(static_cast<int>(
        std::find_if(row.values.begin(), row.values.end(), same) - row.values.begin()));
    for (QWidget* part : std::initializer_list<QWidget*>{row.name, row.slider, row.value})
        part->setVisible(!row.values.empty());
}

std::optional<std::size_t> WhatIfPage::display() const
{
    const auto index = indexOf(m_plain->displays, m_display->currentText().toStdString());
    return index < m_plain->displays.size() ? std::optional(index) : std::nullopt;
}

void WhatIfPage::showInstrument(const std::shared_ptr<const PlainInstrument>& plain,
    const std::string& scenario, std::optional<std::size_t> mode)
{
    m_plain = plain;
    m_mode = mode;
    m_scenario = scenario;
    m_now = m_pace = paceOf(*plain);
    m_if.reset();
    const auto before = m_display->currentText();
    m_display->clear();
    for (const auto& each : plain->displays)
        if (!each.pages.empty())
            m_display->addItem(qText(each.id));
    m_display->setCurrentIndex(std::max(0, m_display->findText(before)));
    m_display->setVisible(m_display->count() > 1);
    showDisplay();
    tryIt();
}

/// The first core of the board that redraws the display.
std::size_t WhatIfPage::loop() const
{
    const auto own = display();
    return own ? loopAt(m_plain->loops, m_plain->loops[m_plain->displays[*own].loop].board, 1) : 0;
}

void WhatIfPage::showDisplay()
{
    const auto own = display();
    for (QWidget* part : std::initializer_list<QWidget*>{m_strategy, m_sends})
        part->setEnabled(own.has_value());
    m_strategy->clear();
    setRow(m_every, own ? intervals() : std::vector<double>{},
        own ? m_pace.displays[*own].everySeconds : 0);
    const auto* part = own ? &m_plain->displays[*own].firmware->setup().part : nullptr;
    setRow(m_clock, own ? clocks(part->interface) : std::vector<double>{},
        own ? m_pace.displays[*own].busHertz : 0);
    setRow(m_wait, {0, 0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1},
        m_pace.loopWaits[loop()]);
    if (own) {
        const auto ways = strategiesOf(*part);
        for (const auto way : ways)
            m_strategy->addItem(qText(strategyWords(*part, way)));
        m_strategy->setCurrentIndex(static_cast<int>(
            std::find(ways.begin(), ways.end(), m_pace.displays[*own].strategy) - ways.begin()));
        m_sends->clear();
        for (const auto word : sendingWords)
            m_sends->addItem(qText(word));
        if (hasOtherCore())
            m_sends->addItem(tr("at once, by core 2"));
        m_sends->setCurrentIndex(m_pace.displays[*own].core > 1
                ? m_sends->count() - 1
                : static_cast<int>(m_pace.displays[*own].sends));
    }
    m_fields->clear();
    m_fields->addItem(tr("all"));
    m_fieldsOf.assign(1, {});
    if (own)
        for (const auto& page : m_plain->displays[*own].pages)
            for (const auto& field : page.fields)
                if (page.fields.size() > 1) {
                    m_fields->addItem(
                        tr("without %1 of %2").arg(qText(field.id), qText(page.name)));
                    m_fieldsOf.push_back({page.id, field.id});
                }
    m_fields->setEnabled(m_fields->count() > 1);
    const auto& channels = m_plain->channels;
    const bool hasPulses = std::any_of(channels.begin(), channels.end(), isPulses);
    m_input->setVisible(hasPulses);
    m_inputName->setVisible(hasPulses);
    const bool isAnyPolled = std::any_of(channels.begin(), channels.end(),
        [](const auto& c) { return isPulses(c) && c.source.pulses.input == PulseInput::Polled; });
    m_input->setCurrentIndex(isAnyPolled ? 0 : 1);
    showValues();
}

bool WhatIfPage::hasOtherCore() const
{
    return coresOf(m_plain->loops[loop()].processor) > 1;
}

void WhatIfPage::showValues()
{
    const auto value = [](const Row& row) {
        return row.values.empty() ? 0 : row.values[static_cast<std::size_t>(row.slider->value())];
    };
    m_every.value->setText(
        value(m_every) > 0 ? qText(durationText(value(m_every))) : tr("every turn"));
    m_clock.value->setText(qText(hertzText(value(m_clock))));
    m_wait.value->setText(qText(durationText(value(m_wait))));
}

/// Reads what the sliders say, and shows what becomes of it.
void WhatIfPage::tryIt()
{
    const auto value = [](const Row& row, double otherwise) {
        return row.values.empty() ? otherwise
                                  : row.values[static_cast<std::size_t>(row.slider->value())];
    };
    if (const auto own = display()) {
        auto& pace = m_pace.displays[*own];
        const auto& plain = m_plain->displays[*own];
        pace.everySeconds = value(m_every, pace.everySeconds);
        pace.busHertz = value(m_clock, pace.busHertz);
        for (std::size_t i = 0; i < m_plain->displays.size(); ++i)
            if (!plain.bus.empty() && m_plain->displays[i].bus == plain.bus)
                m_pace.displays[i].busHertz = pace.busHertz;
        pace.strategy = strategiesOf(
            plain.firmware->setup().part)[static_cast<std::size_t>(m_strategy->currentIndex())];
        const int other = m_sends->count() - 1;
        const bool isByOther = hasOtherCore() && m_sends->currentIndex() == other;
        pace.sends = isByOther ? Sending::AtOnce : static_cast<Sending>(m_sends->currentIndex());
        pace.core = isByOther ? 2 : 1;
    }
    auto& wait = m_pace.loopWaits[loop()];
    wait = value(m_wait, wait);
    // As long as nobody chose otherwise each input stays as it is.
    const auto wanted = m_input->currentIndex() == 0 ? PulseInput::Polled : PulseInput::Interrupt;
    const bool isAnyPolled = std::any_of(m_plain->channels.begin(), m_plain->channels.end(),
        [](const auto& c) { return isPulses(c) && c.source.pulses.input == PulseInput::Polled; });
    const bool isChosen = isAnyPolled != (wanted == PulseInput::Polled);
    for (std::size_t i = 0; i < m_plain->channels.size(); ++i)
        m_pace.inputs[i] = isChosen && isPulses(m_plain->channels[i]) ? wanted : m_now.inputs[i];
    showValues();
    const auto without =
        m_fieldsOf[static_cast<std::size_t>(std::max(0, m_fields->currentIndex()))];
    const bool isOther = m_pace != m_now || without != FieldOut{};
    auto made = whatIf(m_document.instrument(), m_scenario, m_pace, m_mode, without);
    m_apply->setEnabled(isOther && made);
    m_reset->setEnabled(isOther);
    if (!made) {
        m_if.reset();
        m_verdict->setText(qText(made.error().message));
    } else {
        m_limits->showLimits(made->limits);
        m_verdict->setText(
            (isOther ? tr("Then: %1") : tr("As it is: %1")).arg(qText(made->verdict)));
        m_if.reset();
        if (isOther)
            m_if = *std::move(made);
    }
    Q_EMIT moved();
}

void WhatIfPage::apply()
{
    m_document.apply(tr("What was tried"), m_if->instrument);
}

void WhatIfPage::reset()
{
    m_pace = m_now;
    showDisplay();
    tryIt();
}

} // namespace fern::app

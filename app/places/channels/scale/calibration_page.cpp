#include "app/places/channels/scale/calibration_page.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/inputs.h"
#include "app/look/line_label.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "app/notice/notice_bar.h"
#include "base/number_text.h"
#include "base/quantity_text.h"
#include "base/split.h"
#include "instrument/calibration_edits.h"
#include "scale/calibrate.h"
#include "scale/guide.h"

#include <QApplication>
#include <QCheckBox>
#include <QClipboard>
#include <QComboBox>
#include <QDateTime>
#include <QLabel>
#include <QPushButton>

#include <algorithm>
#include <cmath>
#include <utility>

namespace fern::app {

namespace {

constexpr int averaged = 12; ///< readings that make one

/// The mean of a reading as far as its scatter lets it be known.
std::string knownMean(const SettledReading& reading)
{
    return knownText(reading.mean, reading.scatter / std::sqrt(std::max(reading.count, 1)));
}

} // namespace

CalibrationPage::CalibrationPage(House& house, QWidget* parent)
    : QWidget(parent)
    , m_house(house)
    , m_document(house.document)
    , m_meter(new ReferenceMeter(this))
    , m_meterMenu(new MeterMenu(house, *m_meter, this))
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    row->addWidget(createPairs(), 5);
    m_fit = new FitCard(this);
    row->addWidget(m_fit, 6);
    m_verdict = wrappedLabel(this, "calibrationVerdict");
    m_verdict->setFont(wordFont(13, true));
    connectInputs();
    showMeter();
}

QWidget* CalibrationPage::createPairs()
{
    auto* card = new Card({}, this);
    m_next = wrappedLabel(card, "calibrationNext");
    m_next->setForegroundRole(skyRole);
    m_now = new LineLabel(LineLabel::Kind::Note, wordFont(13), card);
    m_now->setObjectName(QStringLiteral("calibrationNow"));
    m_takeEdit = new QuantityEdit(card);
    m_takeEdit->setObjectName(QStringLiteral("referenceSays"));
    m_takeEdit->setAccessibleName(tr("What the reference says"));
    m_direction = new QComboBox(card);
    m_direction->setObjectName(QStringLiteral("pairDirection"));
    m_direction->setAccessibleName(tr("How the quantity came there"));
    m_direction->addItems({tr("either way"), tr("rising"), tr("falling")});
    m_meterButton = new QPushButton(card);
    m_meterButton->setObjectName(QStringLiteral("referenceMeter"));
    m_meterButton->setToolTip(tr("Where the reference's value comes from: typed, or a meter"));
    m_guideButton = new Chip(tr("Guide me"), card);
    m_guideButton->setCheckable(true);
    m_guideButton->setObjectName(QStringLiteral("guide"));
    m_guideButton->setToolTip(tr("Asks for one value after the other, waits until the reading "
                                 "stands still, and takes it"));
    m_takeButton = new QPushButton(tr("Take"), card);
    m_takeButton->setObjectName(QStringLiteral("takeReading"));
    m_takeButton->setToolTip(
        tr("Averages the last %1 readings, once they stand still").arg(averaged));
    m_table = new PairTable(card);
    m_pasteButton = new LinkButton(tr("paste"), card);
    m_pasteButton->setObjectName(QStringLiteral("pastePairs"));
    m_pasteButton->setToolTip(
        tr("Two columns, reading and reference, as a spreadsheet copies them"));
    m_outButton = new LinkButton(tr("leave out"), card);
    m_outButton->setObjectName(QStringLiteral("leavePairOut"));
    m_outButton->setToolTip(tr("Keeps the chosen pair, but not in the curve; again takes it back"));
    m_removeButton = new LinkButton(tr("remove"), card);
    m_removeButton->setObjectName(QStringLiteral("removePair"));
    auto* take = new QHBoxLayout;
    take->setSpacing(grid - 2);
    take->addWidget(m_meterButton);
    take->addWidget(m_takeEdit, 1);
    take->addWidget(m_direction);
    auto* ways = new QHBoxLayout;
    ways->setSpacing(grid - 2);
    ways->addWidget(m_takeButton, 1);
    for (auto* button : {m_pasteButton, m_outButton, m_removeButton})
        ways->addWidget(button);
    auto* now = new QHBoxLayout;
    now->addWidget(m_now, 1);
    now->addWidget(m_guideButton);
    card->body()->setSpacing(grid - 3);
    card->body()->addWidget(m_next);
    card->body()->addLayout(now);
    card->body()->addLayout(take);
    card->body()->addWidget(m_table, 1);
    card->body()->addLayout(ways);
    card->body()->addWidget(createReference());
    return card;
}

QWidget* CalibrationPage::createReference()
{
    auto* sheet = new QWidget(this);
    auto* rows = new QGridLayout(sheet);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->setHorizontalSpacing(grid - 4);
    rows->setVerticalSpacing(4);
    m_reference = new CheckedEdit(sheet);
    m_reference->setObjectName(QStringLiteral("referenceName"));
    m_reference->setAccessibleName(tr("The reference instrument"));
    m_by = new CheckedEdit(sheet);
    m_by->setObjectName(QStringLiteral("calibrationBy"));
    m_by->setAccessibleName(tr("Who does it"));
    m_percent = new NumberEdit(QStringLiteral("%"), sheet);
    m_percent->setObjectName(QStringLiteral("referencePercent"));
    m_percent->setAccessibleName(tr("Accuracy of the reference, of its reading"));
    m_digits = new NumberEdit(tr("digits"), sheet);
    m_digits->setObjectName(QStringLiteral("referenceDigits"));
    m_digits->setAccessibleName(tr("Accuracy of the reference, in digits"));
    m_digit = new QuantityEdit(sheet);
    m_digit->setObjectName(QStringLiteral("referenceDigit"));
    m_digit->setAccessibleName(tr("What one digit of the reference is worth"));
    rows->addWidget(softLabel(tr("Reference"), sheet), 0, 0);
    rows->addWidget(m_reference, 0, 1, 1, 3);
    rows->addWidget(softLabel(tr("by"), sheet), 0, 4);
    rows->addWidget(m_by, 0, 5, 1, 2);
    rows->addWidget(softLabel(tr("right to"), sheet), 1, 0);
    rows->addWidget(m_percent, 1, 1);
    rows->addWidget(softLabel(tr("+"), sheet), 1, 2);
    rows->addWidget(m_digits, 1, 3);
    rows->addWidget(softLabel(tr("×"), sheet), 1, 4);
    rows->addWidget(m_digit, 1, 5);
    m_exact = new QCheckBox(tr("exact"), sheet);
    m_exact->setObjectName(QStringLiteral("referenceIsExact"));
    m_exact->setFont(wordFont(12));
    m_exact->setToolTip(tr("It is right by definition: a count, a fixed point. Otherwise say how "
                           "far it may be off; a reference of which nothing is told is unknown."));
    rows->addWidget(m_exact, 1, 6);
    return sheet;
}

void CalibrationPage::connectInputs()
{
    connect(m_takeEdit, &QuantityEdit::quantityEntered, this, &CalibrationPage::take);
    connect(m_takeEdit, &QuantityEdit::refused, this, &CalibrationPage::refused);
    connect(m_takeButton, &QPushButton::clicked, this, [this] {
        const auto said = parseQuantity(m_takeEdit->text().toStdString(), {0, m_unit.name});
        if (said)
            take(*said);
        else
            Q_EMIT refused(qText(said.error().message));
    });
    connect(m_pasteButton, &QAbstractButton::clicked, this, &CalibrationPage::paste);
    connect(m_outButton, &QAbstractButton::clicked, this, [this] {
        const auto row = static_cast<std::size_t>(m_table->currentRow());
        if (row < m_sheet.calibration.pairs.size())
            changeDraft(tr("Leave a pair out"),
                [row](Calibration& c) { c.pairs[row].isOff = !c.pairs[row].isOff; });
    });
    connect(m_meterButton, &QPushButton::clicked, this, [this] {
        m_meterMenu->popup(m_meterButton->mapToGlobal(QPoint(0, m_meterButton->height())));
    });
    connect(m_meter, &ReferenceMeter::changed, this, &CalibrationPage::showMeter);
    connect(m_guideButton, &QAbstractButton::toggled, this, [this](bool isOn) {
        m_pending.reset();
        if (isOn)
            m_takeEdit->setFocus();
        showStep();
    });
    connect(m_removeButton, &QAbstractButton::clicked, this, [this] {
        const int row = m_table->currentRow();
        if (row >= 0)
            changeDraft(tr("Remove a pair"), [row](Calibration& c) {
                if (row < static_cast<int>(c.pairs.size()))
                    c.pairs.erase(c.pairs.begin() + row);
            });
    });
    connect(m_table, &PairTable::edited, this, [this](int row, PairField field, double number) {
        changeDraft(tr("Change a pair"), [&](Calibration& c) {
            if (row < static_cast<int>(c.pairs.size()))
                c.pairs[static_cast<std::size_t>(row)].*field = number;
        });
    });
    connect(m_table, &PairTable::refused, this, &CalibrationPage::refused);
    connect(m_fit, &FitCard::modelChosen, this, [this](FitModel model) {
        changeDraft(tr("Curve of the calibration"), [model](Calibration& c) { c.model = model; });
    });
    connect(m_percent, &NumberEdit::numberEntered, this, [this](double percent) {
        changeDraft(tr("Accuracy of the reference"),
            [percent](Calibration& c) { c.accuracy.percent = percent; });
    });
    connect(m_digits, &NumberEdit::numberEntered, this, [this](double digits) {
        changeDraft(tr("Accuracy of the reference"),
            [digits](Calibration& c) { c.accuracy.digits = digits; });
    });
    connect(m_digit, &QuantityEdit::quantityEntered, this, [this](const Quantity& digit) {
        changeDraft(tr("Accuracy of the reference"),
            [value = in(Difference{digit.value, digit.unit}, m_unit.name)](
                Calibration& c) { c.accuracy.digit = value; });
    });
    connect(m_exact, &QCheckBox::clicked, this, [this](bool isExact) {
        changeDraft(tr("Accuracy of the reference"),
            [isExact](Calibration& c) { c.accuracy.isExact = isExact; });
    });
    for (auto* edit : {m_percent, m_digits})
        connect(edit, &NumberEdit::refused, this, &CalibrationPage::refused);
    connect(m_digit, &QuantityEdit::refused, this, &CalibrationPage::refused);
    connect(m_reference, &CheckedEdit::entered, this, [this](const QString& name) {
        changeDraft(tr("Reference"), [&](Calibration& c) { c.reference = name.toStdString(); });
    });
    connect(m_by, &CheckedEdit::entered, this, [this](const QString& name) {
        changeDraft(tr("Who calibrates"), [&](Calibration& c) { c.by = name.toStdString(); });
    });
    connect(m_fit, &FitCard::applyWanted, this, &CalibrationPage::applyFit);
    connect(m_fit, &FitCard::backWanted, this, &CalibrationPage::goBack);
}

Calibration CalibrationPage::current() const
{
    const auto* channel = findById(m_document.instrument().channels, m_channel);
    if (channel == nullptr)
        return {};
    return channel->draft ? *channel->draft : begunFrom(m_sheet.calibration);
}

void CalibrationPage::changeDraft(
    const QString& name, const std::function<void(Calibration&)>& change)
{
    auto draft = current();
    change(draft);
    m_document.apply(name, withDraft(m_document.instrument(), m_channel, draft));
}

/// How the quantity came to a reading: as it is chosen, or as the guide has seen it.
Direction CalibrationPage::directionTo(
    double reading, const std::vector<CalibrationPair>& pairs) const
{
    const auto chosen = static_cast<Direction>(m_direction->currentIndex());
    if (chosen != Direction::Unknown || !m_guideButton->isChecked() || pairs.empty())
        return chosen;
    return reading > pairs.back().reading ? Direction::Rising : Direction::Falling;
}

void CalibrationPage::take(const Quantity& said)
{
    // One who is guided may type before the reading stands still.
    if (!m_reading.isSettled && m_guideButton->isChecked()) {
        m_pending = said;
        return showStep();
    }
    m_pending.reset();
    if (!m_reading.isSettled)
        return Q_EMIT refused(m_reading.count < 4
                ? tr("There are no readings yet: run the scenario or listen to the board.")
                : tr("The reading still moves: wait until it stands still."));
    changeDraft(tr("Take a reading"), [&](Calibration& c) {
        c.pairs.push_back({*parseNumber(knownMean(m_reading)), in(said, m_unit.name),
            m_reading.scatter, directionTo(m_reading.mean, c.pairs), false, {}, 0, {}});
    });
    m_takeEdit->showQuantity(said);
    m_takeEdit->setFocus();
    m_takeEdit->selectAll();
}

void CalibrationPage::paste()
{
    std::vector<CalibrationPair> pairs;
    const auto text = QApplication::clipboard()->text().toStdString();
    const auto lines = splitAtAny(text, "\r\n");
    for (const auto line : lines) {
        const auto words = splitAtAny(line, "\t; ");
        const auto reading = words.size() == 2 ? parseNumber(words[0]) : std::nullopt;
        const auto reference = words.size() == 2 ? parseNumber(words[1]) : std::nullopt;
        if (reading && reference)
            pairs.push_back({*reading, *reference});
        else if (line.data() != lines.front().data()) // a first line of words is a header
            return Q_EMIT refused(tr("“%1” is no reading and reference").arg(qText(line).left(40)));
    }
    if (pairs.empty())
        return Q_EMIT refused(
            tr("Nothing to paste: copy two columns, reading and reference, from a spreadsheet."));
    changeDraft(tr("Paste pairs"),
        [&](Calibration& c) { c.pairs.insert(c.pairs.end(), pairs.begin(), pairs.end()); });
    m_house.notice.tell(
        tr("%1 pasted.").arg(qText(countText(static_cast<long long>(pairs.size()), "pair"))));
}

void CalibrationPage::applyFit()
{
    // From the pairs as they are now: the view may be one of a moment ago.
    auto calibration = solved(current(), m_sheet.nominalGain);
    if (!calibration)
        return Q_EMIT refused(qText(calibration.error().message));
    auto applied = *std::move(calibration);
    applied.on = QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString();
    m_document.apply(tr("Apply a calibration"),
        withCalibration(m_document.instrument(), m_channel, std::move(applied)));
}

void CalibrationPage::goBack(int index)
{
    const auto* channel = findById(m_document.instrument().channels, m_channel);
    if (channel == nullptr)
        return;
    const auto& all = channel->calibrations;
    const auto at = static_cast<std::size_t>(index) - 1;
    if (index == 0)
        m_document.apply(tr("Scaling from the parts"),
            withScaling(m_document.instrument(), m_channel, ScalingSpec{}));
    else if (at < all.size())
        m_document.apply(tr("Back to %1").arg(qText(all[at].on).left(10)),
            withScaling(m_document.instrument(), m_channel, all[at].result));
}

void CalibrationPage::showView(const RunView& view)
{
    if (view.channel >= view.plain().channels.size())
        return;
    const auto& c = view.plain().channels[view.channel];
    hearWorld(view, c);
    showReading(view);
    if (std::exchange(m_shown, view.fixed) == view.fixed)
        return showStep();
    if (m_channel != c.id) {
        m_guideButton->setChecked(false);
        m_meter->useNone();
    }
    m_channel = c.id;
    m_meterMenu->setChannel(c.id);
    if (m_unit.name != c.unit.name)
        m_takeEdit->showQuantity({0, c.unit.name});
    m_unit = c.unit;
    m_sheet = view.fixed->calibration;
    m_table->showSheet(m_sheet, m_unit);
    m_fit->showSheet(m_sheet, view.fixed->scaleCurve, m_unit);
    if (const auto* channel = findById(m_document.instrument().channels, m_channel))
        m_fit->showHistory(*channel);
    const auto& calibration = m_sheet.calibration;
    m_percent->showNumber(calibration.accuracy.percent);
    m_digits->showNumber(calibration.accuracy.digits);
    m_digit->showQuantity({calibration.accuracy.digit, m_unit.name});
    m_exact->setChecked(calibration.accuracy.isExact);
    m_reference->showText(qText(calibration.reference));
    m_reference->setToolTip(qText(calibration.reference));
    m_by->showText(qText(calibration.by));
    m_by->setToolTip(qText(calibration.by));
    m_verdict->setText(qText(m_sheet.verdict));
    m_verdict->setForegroundRole(
        m_sheet.judgement == Judgement::Bad ? brickRole : QPalette::WindowText);
    showStep();
}

void CalibrationPage::showReading(const RunView& view)
{
    m_reading = settledReading(
        view.codes.values, averaged, readingsOf(view.plain().channels[view.channel]).step);
    m_now->setText(m_reading.count == 0 ? tr("no reading yet")
            : m_reading.isSettled
            ? tr("reading %1 ±%2, stands still")
                  .arg(qText(knownMean(m_reading)), qText(significantText(m_reading.scatter, 2)))
            : tr("reading %1, still moving").arg(qText(significantText(m_reading.mean, 5))));
}

/// The truth of a simulation, about twice a second, as a meter would show it.
void CalibrationPage::hearWorld(const RunView& view, const PlainChannel& c)
{
    constexpr Ticks pace{500'000'000};
    if (view.now < m_heardAt || view.now - m_heardAt >= pace) {
        m_heardAt = view.now;
        m_meter->hear(fromSi(view.newest.world, c.unit));
    }
}

void CalibrationPage::showMeter()
{
    const bool isTypedByHand = m_meter->kind() == ReferenceMeter::Kind::None;
    m_meterButton->setText(isTypedByHand ? tr("Reference says") : tr("Meter says"));
    m_takeEdit->setReadOnly(!isTypedByHand);
    const auto said = m_meter->settled();
    if (said.count > 0)
        m_takeEdit->showQuantity({said.isSettled ? *parseNumber(significantText(said.mean, 6))
                                                 : *parseNumber(m_meter->words().toStdString()),
            m_unit.name});
    m_meterButton->setToolTip(isTypedByHand
            ? tr("Where the reference's value comes from: typed, or a meter")
            : tr("The meter says %1").arg(m_meter->words()));
    showStep();
}

/// Says what to do next, and does it where the guide may: takes a reading that stands still against
/// a meter that does, or against what was typed before.
void CalibrationPage::showStep()
{
    if (!m_guideButton->isChecked())
        return m_next->setText(qText(m_sheet.next));
    const auto step = guideStep(m_reading, current().pairs, m_sheet.readings.step,
        m_sheet.readings.most - m_sheet.readings.least);
    const auto wanted = tr("%1 %2").arg(
        qText(significantText(m_sheet.nextReference, 3)), qText(prettyUnit(m_unit.name)));
    const bool hasMeter = m_meter->kind() != ReferenceMeter::Kind::None;
    const auto said = m_meter->settled();
    if (step == GuideStep::Take && (m_pending || (hasMeter && said.isSettled))) {
        const auto value = m_pending
            ? *m_pending
            : Quantity{*parseNumber(significantText(said.mean, 6)), m_unit.name};
        return take(value);
    }
    const auto more = m_sheet.isCovered ? tr("Covered: apply with Alt+A, or go on. ") : QString();
    switch (step) {
    case GuideStep::SetValue:
        return m_next->setText(
            std::isnan(m_sheet.nextReference) ? more : more + tr("Now set about %1.").arg(wanted));
    case GuideStep::Wait:
        return m_next->setText(m_reading.count < 4
                ? tr("There are no readings: run the scenario, or listen to the board.")
                : more
                    + tr("Wait: the reading still moves%1.")
                          .arg(m_pending ? tr(", then it is taken") : QString()));
    case GuideStep::Take:
        return m_next->setText(hasMeter
                ? tr("Wait: the meter still moves.")
                : tr("It stands still: type what the reference says, Enter."));
    }
}

} // namespace fern::app

#include "app/places/channels/scale/scaling_page.h"

#include "app/look/card.h"
#include "app/look/inputs.h"
#include "app/look/line_label.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "instrument/calibration_edits.h"
#include "instrument/edits.h"
#include "instrument/scaling_parameters.h"
#include "plan/scaling_start.h"
#include "reading/settled.h"
#include "run/channel_run.h"
#include "scale/pulse_factor.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>

#include <cmath>
#include <utility>

namespace fern::app {

namespace {

constexpr int taredOver = 20; ///< values that make a tare
enum CurveLine : std::size_t { Curve, Points, Now };

} // namespace

ScalingPage::ScalingPage(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    row->addWidget(createFigures(), 5);
    row->addWidget(createCurve(), 6);
}

QWidget* ScalingPage::createFigures()
{
    auto* card = new Card({}, this);
    m_kind = new QComboBox(card);
    m_kind->setObjectName(QStringLiteral("scalingKind"));
    m_kind->setAccessibleName(tr("Kind of scaling"));
    m_figures = new ParameterGrid(false, card);
    m_figures->setObjectName(QStringLiteral("scalingFigures"));
    auto* kind = new QHBoxLayout;
    kind->setSpacing(grid - 2);
    kind->addWidget(softLabel(tr("The scaling is"), card));
    kind->addWidget(m_kind, 1);
    card->body()->setSpacing(grid - 3);
    card->body()->addLayout(kind);
    m_hint = wrappedLabel(card, "scalingHint");
    m_hint->setForegroundRole(softRole);
    m_hint->setText(tr("The parts say what a reading is worth. Another kind begins with what they "
                       "give, and can be typed: a factor, two points, a table, a formula of "
                       "“reading”."));
    card->body()->addWidget(m_hint);
    card->body()->addWidget(m_figures, 1);
    card->body()->addWidget(createCounted());
    card->body()->addWidget(createTare());
    connect(m_kind, &QComboBox::activated, this, &ScalingPage::chooseKind);
    connect(m_figures, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            m_document.apply(tr("Scaling: %1").arg(label),
                withScalingParameter(
                    m_document.instrument(), m_plain.id, path.toStdString(), text.toStdString()));
            if (const auto* now = channel())
                m_figures->showParameters(scalingParameters(*now)); // what was refused goes
        });
    return card;
}

QWidget* ScalingPage::createTare()
{
    m_tare = new QWidget(this);
    auto* row = new QHBoxLayout(m_tare);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid - 2);
    m_weights = new LineLabel(LineLabel::Kind::Note, wordFont(13), m_tare);
    m_weights->setObjectName(QStringLiteral("grossAndNet"));
    m_tareButton = new QPushButton(tr("Tare"), m_tare);
    m_tareButton->setObjectName(QStringLiteral("tare"));
    m_tareButton->setToolTip(tr("Takes off what is shown now, once it stands still"));
    m_clearTare = new QPushButton(tr("Clear"), m_tare);
    m_clearTare->setObjectName(QStringLiteral("clearTare"));
    m_clearTare->setToolTip(tr("Takes nothing off any more"));
    row->addWidget(m_weights, 1);
    row->addWidget(m_tareButton);
    row->addWidget(m_clearTare);
    connect(m_tareButton, &QPushButton::clicked, this, [this] {
        if (std::isnan(m_net))
            return Q_EMIT refused(tr("The value still moves: wait until it stands still."));
        setTare(m_plain.scaling.tare + m_net);
    });
    connect(m_clearTare, &QPushButton::clicked, this, [this] { setTare(0); });
    return m_tare;
}

QWidget* ScalingPage::createCounted()
{
    m_counted = new QWidget(this);
    auto* row = new QHBoxLayout(m_counted);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid - 2);
    m_pulses = new NumberEdit(QString(), m_counted);
    m_pulses->setObjectName(QStringLiteral("countedPulses"));
    m_pulses->setAccessibleName(tr("Pulses that were counted"));
    m_pulses->showNumber(1);
    m_amount = new QuantityEdit(m_counted);
    m_amount->setObjectName(QStringLiteral("countedAmount"));
    m_amount->setAccessibleName(tr("Over a turn of the wheel, a measured distance, a bucket"));
    m_useCounted = new QPushButton(tr("Use"), m_counted);
    m_useCounted->setObjectName(QStringLiteral("useCounted"));
    m_useCounted->setToolTip(tr("Makes the pulses for one unit of it: type those of one turn over "
                                "the wheel's circumference, or those counted over a measured "
                                "distance"));
    row->addWidget(m_pulses, 2);
    row->addWidget(softLabel(tr("pulses over"), m_counted));
    row->addWidget(m_amount, 3);
    row->addWidget(m_useCounted);
    connect(m_useCounted, &QPushButton::clicked, this, &ScalingPage::useCounted);
    connect(m_pulses, &NumberEdit::refused, this, &ScalingPage::refused);
    connect(m_amount, &QuantityEdit::refused, this, &ScalingPage::refused);
    connect(m_pulses, &NumberEdit::numberEntered, m_pulses, &NumberEdit::showNumber);
    connect(m_amount, &QuantityEdit::quantityEntered, m_amount, &QuantityEdit::showQuantity);
    return m_counted;
}

QWidget* ScalingPage::createCurve()
{
    auto* card = new Card({}, this);
    m_equation = wrappedLabel(card, "scalingEquation");
    m_equation->setFont(wordFont(13, true));
    m_units = new LineLabel(LineLabel::Kind::Note, wordFont(13), card);
    m_units->setObjectName(QStringLiteral("scalingUnits"));
    m_curve = new Plot({{{}, &Tokens::accent, 2}, {tr("points"), &Tokens::sky, 1, false, true},
                           {tr("now"), &Tokens::amber, 2, false, true}},
        card);
    m_curve->setObjectName(QStringLiteral("typedCurve"));
    card->body()->setSpacing(grid - 3);
    card->body()->addWidget(m_equation);
    card->body()->addWidget(m_curve, 1);
    card->body()->addWidget(m_units);
    return card;
}

void ScalingPage::chooseKind(int index)
{
    const auto kind = m_kinds[static_cast<std::size_t>(index)];
    m_document.apply(tr("Scaling: %1").arg(m_kind->itemText(index)),
        withScaling(m_document.instrument(), m_plain.id, scalingStart(m_plain, kind)));
}

void ScalingPage::setTare(double tare)
{
    auto spec = m_plain.scaling;
    spec.tare = *parseNumber(significantText(tare, 6));
    m_document.apply(tr("Tare"), withScaling(m_document.instrument(), m_plain.id, spec));
}

void ScalingPage::useCounted()
{
    const auto pulses = parseNumber(m_pulses->text().toStdString());
    const auto amount = parseQuantity(m_amount->text().toStdString(), {1, m_amountUnit});
    if (!pulses || !amount)
        return Q_EMIT refused(tr("Type the pulses, and the amount with its unit, such as 2.1 m"));
    auto source = m_plain.source;
    const auto perUnit =
        pulsesPerUnit({*pulses, *amount}, m_plain.unit, source.pulses.gives == PulseGives::Rate);
    if (!perUnit)
        return Q_EMIT refused(qText(perUnit.error().message));
    source.pulses.perUnit = *parseNumber(significantText(*perUnit, 7));
    m_document.apply(
        tr("Pulses for one unit"), withSource(m_document.instrument(), m_plain.id, source));
}

void ScalingPage::showView(const RunView& view)
{
    if (view.channel >= view.plain().channels.size())
        return;
    m_plain = view.plain().channels[view.channel];
    const auto* now = channel();
    if (now == nullptr)
        return;
    showNow(view);
    if (std::exchange(m_shown, view.fixed) == view.fixed)
        return;
    m_kinds = scalingKindsOf(*now);
    {
        const QSignalBlocker blocker(m_kind);
        m_kind->clear();
        for (const auto kind : m_kinds) {
            m_kind->addItem(qText(scalingKindWords[static_cast<std::size_t>(kind)]));
            if (kind == now->scaling.kind)
                m_kind->setCurrentIndex(m_kind->count() - 1);
        }
    }
    m_figures->showParameters(scalingParameters(*now));
    m_hint->setVisible(now->scaling.kind == ScalingKind::FromParts);
    const bool isPulses = now->source.kind == SourceKind::Pulses;
    const auto amountUnit = isPulses
        ? usualAmountUnit(m_plain.unit, m_plain.source.pulses.gives == PulseGives::Rate)
        : std::string();
    m_counted->setVisible(!amountUnit.empty() && now->scaling.kind == ScalingKind::FromParts);
    if (std::exchange(m_amountUnit, amountUnit) != amountUnit && !amountUnit.empty())
        m_amount->showQuantity({1, amountUnit});
    m_clearTare->setEnabled(now->scaling.tare != 0);
    m_curve->showLine(Curve, view.fixed->scaleCurve);
    showCurve();
}

/// What it is now, in each of the usual units, gross and net.
void ScalingPage::showNow(const RunView& view)
{
    const auto unit = qText(prettyUnit(m_plain.unit.name));
    const double value = view.newest.scaled;
    QStringList words;
    if (!std::isnan(value))
        for (const auto& name : usualUnits(m_plain.unit))
            words << tr("%1 %2").arg(qText(significantText(fromSi(value, *parseUnit(name)), 4)),
                qText(prettyUnit(name)));
    m_units->setText(words.join(tr(" = ")));
    m_units->setToolTip(m_units->text());
    TraceLine now;
    if (!std::isnan(view.newest.reading) && !std::isnan(value)) {
        now.seconds = {view.newest.reading};
        now.values = {fromSi(value, m_plain.unit)};
    }
    m_curve->showLine(Now, now);
    const auto settled = settledReading(view.reading.values, taredOver, 0);
    m_net = settled.isSettled ? settled.mean : std::nan("");
    const double tare = m_plain.scaling.tare;
    const double net = fromSi(value, m_plain.unit);
    m_weights->setText(std::isnan(value) ? tr("no value yet")
            : tare == 0
            ? tr("%1 %2, no tare").arg(qText(significantText(net, 5)), unit)
            : tr("gross %1 − tare %2 = net %3 %4")
                  .arg(qText(significantText(net + tare, 5)), qText(significantText(tare, 5)),
                      qText(significantText(net, 4)), unit));
    m_weights->setToolTip(m_weights->text());
}

void ScalingPage::showCurve()
{
    const auto unit = qText(prettyUnit(m_plain.unit.name));
    const auto& curve = m_shown->scaleCurve;
    const auto& points = m_shown->scalePoints;
    m_curve->showLine(Points, points);
    m_curve->setLineVisible(Points, !points.seconds.empty());
    m_curve->setAxisWords(tr("%1 over readings").arg(unit));
    if (!curve.seconds.empty())
        m_curve->showRange(curve.seconds.front(), curve.seconds.back());
    m_equation->setText(qText(m_shown->scalingWords));
    m_curve->setAccessibleName(m_equation->text());
}

} // namespace fern::app

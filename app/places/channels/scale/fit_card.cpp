#include "app/places/channels/scale/fit_card.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"

#include <QComboBox>
#include <QPushButton>
#include <QSignalBlocker>

namespace fern::app {

namespace {

enum ResidualLine : std::size_t { Residuals, UpperBand, LowerBand };

} // namespace

FitCard::FitCard(QWidget* parent)
    : Card({}, parent)
{
    m_model = new QComboBox(this);
    m_model->setObjectName(QStringLiteral("fitModel"));
    m_model->setAccessibleName(tr("Curve through the pairs"));
    m_model->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_equation = new LineLabel(LineLabel::Kind::Note, wordFont(13, true), this);
    m_equation->setObjectName(QStringLiteral("calibrationEquation"));
    m_fitPlot =
        new Plot({{tr("pairs"), &Tokens::amber, 1, false, true}, {tr("curve"), &Tokens::accent, 2},
                     {tr("scaling now"), &Tokens::sky, 1}},
            this);
    m_fitPlot->setObjectName(QStringLiteral("fitPlot"));
    m_residualPlot = new Plot({{tr("off by"), &Tokens::amber, 1, false, true},
                                  {tr("tolerance"), &Tokens::soft, 1}, {{}, &Tokens::soft, 1}},
        this);
    m_residualPlot->setObjectName(QStringLiteral("residualPlot"));
    m_advice = wrappedLabel(this, "calibrationAdvice");
    m_advice->setFont(wordFont(12));
    m_advice->setForegroundRole(softRole);
    m_useAdvised = new LinkButton({}, this);
    m_useAdvised->setObjectName(QStringLiteral("useAdvisedModel"));
    m_apply = new QPushButton(tr("Apply"), this);
    m_apply->setShortcut(QKeySequence(Qt::ALT | Qt::Key_A));
    m_apply->setToolTip(tr("Makes the curve the channel's scaling, Alt+A"));
    m_apply->setObjectName(QStringLiteral("applyCalibration"));
    m_history = new QComboBox(this);
    m_history->setObjectName(QStringLiteral("calibrationHistory"));
    m_history->setAccessibleName(tr("Scalings that can be gone back to"));
    m_history->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    auto* ways = new QHBoxLayout;
    ways->setSpacing(grid);
    ways->addWidget(m_apply);
    ways->addWidget(softLabel(tr("scaling now"), this));
    ways->addWidget(m_history, 1);
    body()->setSpacing(grid - 3);
    body()->addWidget(m_model);
    body()->addWidget(m_equation);
    body()->addWidget(m_fitPlot, 4);
    body()->addWidget(m_residualPlot, 3);
    body()->addWidget(m_advice);
    body()->addWidget(m_useAdvised, 0, Qt::AlignLeft);
    body()->addLayout(ways);
    connect(m_useAdvised, &QAbstractButton::clicked, this, [this] {
        if (m_advised)
            Q_EMIT modelChosen(*m_advised);
    });
    connect(m_model, &QComboBox::activated, this,
        [this](int index) { Q_EMIT modelChosen(static_cast<FitModel>(index)); });
    connect(m_apply, &QPushButton::clicked, this, &FitCard::applyWanted);
    connect(m_history, &QComboBox::activated, this, &FitCard::backWanted);
}

void FitCard::showSheet(const CalibrationSheet& sheet, const TraceLine& now, const Unit& unit)
{
    {
        const QSignalBlocker blocker(m_model);
        m_model->clear();
        for (const auto& offer : sheet.models)
            m_model->addItem(qText(offer.words));
        m_model->setCurrentIndex(static_cast<int>(sheet.calibration.model));
    }
    m_equation->setText(qText(sheet.equation));
    m_advice->setText(
        qText(sheet.drift.empty() ? sheet.advice : sheet.drift + ". " + sheet.advice));
    m_model->setToolTip(tr("%1. %2").arg(m_model->currentText(), m_advice->text()));
    m_advised = sheet.advised;
    m_useAdvised->setVisible(m_advised.has_value());
    if (m_advised) {
        m_useAdvised->setText(
            tr("use %1").arg(qText(fitModelWords[static_cast<std::size_t>(*m_advised)])));
        m_useAdvised->setAccessibleName(m_useAdvised->text());
        m_useAdvised->updateGeometry();
    }
    m_apply->setEnabled(sheet.hasFit && sheet.isDraft);
    showPlots(sheet, now, unit);
}

void FitCard::showPlots(const CalibrationSheet& sheet, const TraceLine& now, const Unit& unit)
{
    TraceLine points;
    TraceLine residuals;
    for (std::size_t i = 0; i < sheet.calibration.pairs.size(); ++i) {
        const auto& pair = sheet.calibration.pairs[i];
        points.seconds.push_back(pair.reading);
        points.values.push_back(pair.reference);
        residuals.seconds.push_back(pair.reading);
        residuals.values.push_back(sheet.offBy[i]);
    }
    TraceLine curve;
    for (const auto& point : sheet.curve) {
        curve.seconds.push_back(point.x);
        curve.values.push_back(point.y);
    }
    m_fitPlot->showLine(0, points);
    m_fitPlot->showLine(1, curve);
    m_fitPlot->showLine(2, now);
    const bool hasPlot = !curve.seconds.empty();
    m_fitPlot->setVisible(hasPlot);
    m_residualPlot->setVisible(hasPlot);
    if (!hasPlot)
        return;
    const double from = curve.seconds.front();
    const double to = curve.seconds.back();
    const auto words = qText(prettyUnit(unit.name));
    m_fitPlot->setAxisWords(tr("%1 over readings").arg(words));
    m_residualPlot->setAxisWords(tr("off by, %1, and the tolerance").arg(words));
    m_residualPlot->showLine(Residuals, residuals);
    const double band = sheet.tolerance;
    m_residualPlot->showLine(UpperBand, {{from, to}, {band, band}});
    m_residualPlot->showLine(LowerBand, {{from, to}, {-band, -band}});
    m_fitPlot->showRange(from, to);
    m_residualPlot->showRange(from, to);
    m_residualPlot->setAccessibleName(tr("Residuals of %1 pairs: at most %2 %3 off, tolerance %4")
                                          .arg(residuals.seconds.size())
                                          .arg(sheet.largestOff, 0, 'g', 3)
                                          .arg(words)
                                          .arg(band, 0, 'g', 3));
}

void FitCard::showHistory(const Channel& channel)
{
    const QSignalBlocker blocker(m_history);
    m_history->clear();
    m_history->addItem(tr("from the parts"));
    int now = channel.scaling.kind == ScalingKind::FromParts ? 0 : -1;
    for (const auto& calibration : channel.calibrations) {
        if (calibration.id == channel.scaling.calibration)
            now = m_history->count();
        m_history->addItem(
            tr("%1, %2 of %3 pairs%4")
                .arg(qText(calibration.on).left(10),
                    qText(fitModelWords[static_cast<std::size_t>(calibration.model)]))
                .arg(calibration.pairs.size())
                .arg(
                    calibration.by.empty() ? QString() : tr(", by %1").arg(qText(calibration.by))));
    }
    if (now < 0) {
        now = m_history->count();
        m_history->addItem(qText(scalingKindWords[static_cast<std::size_t>(channel.scaling.kind)]));
    }
    m_history->setCurrentIndex(now);
    m_history->setToolTip(m_history->currentText());
}

} // namespace fern::app

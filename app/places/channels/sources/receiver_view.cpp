#include "app/places/channels/sources/receiver_view.h"

#include "app/look/card.h"
#include "app/look/look.h"

#include <QGridLayout>
#include <QVBoxLayout>

#include <cmath>

namespace fern::app {

namespace {

constexpr double kmhPerKnot = 1.852;

QString degreesText(double degrees, QChar positive, QChar negative)
{
    const double size = std::fabs(degrees);
    const int whole = static_cast<int>(size);
    return QStringLiteral("%1° %2′ %3")
        .arg(whole)
        .arg((size - whole) * 60, 6, 'f', 3, QLatin1Char('0'))
        .arg(degrees < 0 ? negative : positive);
}

QString clockText(double secondOfDay)
{
    const int whole = static_cast<int>(secondOfDay);
    return QStringLiteral("%1:%2:%3 UTC")
        .arg(whole / 3600, 2, 10, QLatin1Char('0'))
        .arg(whole / 60 % 60, 2, 10, QLatin1Char('0'))
        .arg(whole % 60, 2, 10, QLatin1Char('0'));
}

} // namespace

ReceiverView::ReceiverView(QWidget* parent)
    : SourceView(parent)
    , m_lines(new LineMonitor(this))
{
    setObjectName(QStringLiteral("receiverView"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid);
    auto* sheet = new QGridLayout;
    sheet->setHorizontalSpacing(2 * grid);
    sheet->setVerticalSpacing(0);
    const std::array<QString, 5> words{
        tr("Fix"), tr("Satellites"), tr("Position"), tr("Speed, course"), tr("Time")};
    const std::array<const char*, 5> names{
        "receiverFix", "receiverSatellites", "receiverPosition", "receiverSpeed", "receiverTime"};
    for (std::size_t i = 0; i < m_figures.size(); ++i) {
        m_figures[i] = new QLabel(this);
        m_figures[i]->setFont(wordFont(14, true));
        m_figures[i]->setObjectName(QString::fromLatin1(names[i]));
        m_figures[i]->setAccessibleName(words[i]);
        sheet->addWidget(softLabel(words[i], this), 0, static_cast<int>(i));
        sheet->addWidget(m_figures[i], 1, static_cast<int>(i));
    }
    sheet->setColumnStretch(static_cast<int>(Position), 1);
    column->addLayout(sheet);
    column->addWidget(m_lines, 1);
}

void ReceiverView::showRun(const RunView& view, const Channel& channel)
{
    const auto& s = view.receiver;
    const bool hasFix = s.hasFix.value_or(false);
    const auto none = QStringLiteral("—");
    m_figures[Fix]->setText(!s.hasFix ? none : hasFix ? tr("fix") : tr("no fix"));
    m_figures[Fix]->setForegroundRole(s.hasFix && !hasFix ? brickRole : QPalette::WindowText);
    m_figures[Satellites]->setText(!s.satellitesInView && !s.satellitesUsed
            ? none
            : tr("%1 used, %2 in view")
                  .arg(s.satellitesUsed.value_or(0))
                  .arg(s.satellitesInView.value_or(0)));
    m_figures[Position]->setText(s.latitude && s.longitude
            ? degreesText(*s.latitude, QLatin1Char('N'), QLatin1Char('S')) + QStringLiteral("  ")
                + degreesText(*s.longitude, QLatin1Char('E'), QLatin1Char('W'))
            : none);
    m_figures[Speed]->setText(s.speed
            ? tr("%1 km/h%2")
                  .arg(*s.speed * kmhPerKnot, 0, 'f', 1)
                  .arg(s.course ? tr(", %1°").arg(*s.course, 0, 'f', 0) : QString())
            : none);
    m_figures[Time]->setText(s.secondOfDay ? clockText(*s.secondOfDay) : none);
    m_lines->showRun(view, channel);
}

} // namespace fern::app

#include "app/places/channels/text/drawn_check.h"

#include "app/look/card.h"
#include "app/look/chip.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/quantity_text.h"
#include "judge/monte_carlo.h"

#include <QLocale>

#include <cmath>

namespace fern::app {

namespace {

constexpr std::size_t draws = 1'000'000;

QString inWords(const DrawnBudget& drawn, const Budget& budget, const Unit& unit)
{
    const auto half = [&](double u) { return qText(quantityText(u, unit, 3)); };
    const double percent = 100 * (drawn.standard / budget.accuracy - 1);
    const auto off = QString::number(std::fabs(percent), 'f', 1);
    return DrawnCheck::tr("Drawn %1 times through the parts: u = %2, the budget says %3, %4 % %5. "
                          "95 % lie from %6 to %7.")
        .arg(QLocale::c().toString(static_cast<qlonglong>(drawn.draws)), half(drawn.standard),
            half(budget.accuracy), off,
            percent < 0 ? DrawnCheck::tr("less") : DrawnCheck::tr("more"), half(drawn.low),
            half(drawn.high));
}

} // namespace

DrawnCheck::DrawnCheck(QWidget* parent)
    : QWidget(parent)
    , m_button(new LinkButton(tr("Check it by drawing"), this))
    , m_result(wrappedLabel(this, "drawnResult"))
    , m_job(this)
{
    m_button->setObjectName(QStringLiteral("drawBudget"));
    m_button->setToolTip(
        tr("A million specimens and samples are drawn and read, beside the window"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(grid / 2);
    column->addWidget(m_button, 0, Qt::AlignLeft);
    column->addWidget(m_result);
    m_result->hide();
    connect(m_button, &QAbstractButton::clicked, this, [this] {
        if (m_job.isRunning())
            return forget();
        draw();
    });
    connect(&m_job, &BackgroundJob::progressed, this, [this](double share) {
        m_button->setText(tr("Drawn %1 %, stop").arg(static_cast<int>(100 * share)));
    });
}

void DrawnCheck::showView(const RunView& view)
{
    if (m_plain == view.resolved && m_channel == view.choice->channel)
        return;
    m_plain = view.resolved;
    m_channel = view.choice->channel;
    m_budget = view.fixed->worst;
    forget();
}

void DrawnCheck::forget()
{
    m_job.stop();
    m_button->setText(tr("Check it by drawing"));
    m_result->hide();
}

void DrawnCheck::draw()
{
    m_button->setText(tr("Drawn 0 %, stop"));
    m_job.start([this, plain = m_plain, channel = m_channel, budget = m_budget](
                    const io::Progress& progress) -> BackgroundJob::Finish {
        const auto& c = plain->channels[channel];
        const auto drawn = drawnBudget(c, budget.at, draws, plain->seed, progress);
        auto words = drawn ? inWords(*drawn, budget, c.unit)
                           : tr("It cannot be drawn: %1.").arg(qText(drawn.error().message));
        return [this, words = std::move(words)] {
            m_button->setText(tr("Draw again"));
            m_result->setText(words);
            m_result->show();
        };
    });
}

} // namespace fern::app

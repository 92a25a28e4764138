#include "app/places/channels/scale/scale_bench.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "instrument/edits.h"

#include <QApplication>
#include <QClipboard>

#include <cmath>

namespace fern::app {

ScaleBench::ScaleBench(House& house, QWidget* parent)
    : Workbench(tr("Scale"), tr("what a count is worth, from the parts or from a calibration"),
        Leaf::Scale, house.document, parent)
    , m_numberKind(addChoice(tr("The board computes in"),
          {qText(numberKindWords[0]), qText(numberKindWords[1])}, "numberKind"))
    , m_arithmetic(new QLabel(this))
    , m_curve(
          new Plot({{{}, &Tokens::accent, 2}, {tr("now"), &Tokens::amber, 2, false, true}}, this))
    , m_code(new QPlainTextEdit(this))
    , m_copy(new QPushButton(tr("Copy for the firmware"), this))
    , m_scaling(new ScalingPage(house.document, this))
    , m_calibration(new CalibrationPage(house, this))
    , m_diagnosis(new DiagnosisPage(house.document, this))
{
    m_arithmetic->setTextFormat(Qt::RichText); // a table of our own, its words escaped
    m_arithmetic->setFont(wordFont(13));
    m_arithmetic->setWordWrap(true);
    m_arithmetic->setMinimumWidth(280);
    m_arithmetic->setObjectName(QStringLiteral("arithmetic"));
    setInsteadOfFacts(m_arithmetic);
    auto* arithmetic = new QWidget(this);
    auto* row = new QHBoxLayout(arithmetic);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(grid);
    addPages(arithmetic);
    auto* plotCard = new Card({}, this);
    plotCard->body()->setContentsMargins(grid, grid, grid, grid);
    plotCard->body()->addWidget(m_curve);
    row->addWidget(plotCard, 4);
    auto* codeCard = new Card({}, this);
    codeCard->body()->setContentsMargins(grid, grid, grid, grid);
    codeCard->body()->addWidget(m_code, 1);
    codeCard->body()->addWidget(m_copy, 0, Qt::AlignLeft);
    row->addWidget(codeCard, 5);
    m_curve->setObjectName(QStringLiteral("scaleCurve"));
    m_code->setObjectName(QStringLiteral("firmwareCode"));
    m_code->setAccessibleName(tr("The scaling in C, for the firmware"));
    m_code->setReadOnly(true);
    m_code->setTabChangesFocus(true);
    m_code->setFont(codeFont(12));
    m_code->setLineWrapMode(QPlainTextEdit::NoWrap);
    m_code->setFrameShape(QFrame::NoFrame);
    m_code->viewport()->setBackgroundRole(cardRole);
    m_code->setMinimumHeight(60);
    m_copy->setObjectName(QStringLiteral("copyFirmware"));
    connect(m_copy, &QPushButton::clicked, this, [this] {
        QApplication::clipboard()->setText(m_code->toPlainText());
        m_copy->setText(tr("Copied"));
    });
    connect(m_numberKind, &QComboBox::activated, this, [this](int index) {
        apply(tr("Number kind"),
            withNumberKind(instrument(), channel().id, static_cast<NumberKind>(index)));
    });
}

/// The pages, chosen by chips.
void ScaleBench::addPages(QWidget* arithmetic)
{
    m_pages = new PageChips(this);
    const auto addPage = [this](const QString& word, const char* name, QWidget* page) {
        column()->addWidget(page, 1);
        m_pages->addPage(word, QString::fromLatin1(name), page);
    };
    addPage(tr("Arithmetic"), "scaleArithmetic", arithmetic);
    addPage(tr("Type"), "scaleType", m_scaling);
    addPage(tr("Calibrate"), "scaleCalibrate", m_calibration);
    addPage(tr("It shows…"), "scaleDiagnose", m_diagnosis);
    m_pages->row()->addSpacing(grid);
    m_pages->row()->addWidget(m_calibration->verdict(), 100);
    m_pages->row()->addStretch(1); // while the verdict is hidden
    card()->addWidget(m_pages);
    m_calibration->verdict()->hide();
    connect(m_pages, &PageChips::opened, this, [this, arithmetic](const QWidget* page) {
        // The others need the room.
        m_arithmetic->setVisible(page == arithmetic);
        setInputVisible(m_numberKind, page == arithmetic);
        m_calibration->verdict()->setVisible(page == m_calibration);
        Q_EMIT viewWanted();
    });
    connect(m_scaling, &ScalingPage::refused, this, &Workbench::refused);
    connect(m_calibration, &CalibrationPage::refused, this, &Workbench::refused);
    connect(m_diagnosis, &DiagnosisPage::refused, this, &Workbench::refused);
}

void ScaleBench::showCurve(const RunView& view)
{
    const auto& c = view.plain().channels[view.choice->channel];
    const auto& curve = view.fixed->scaleCurve;
    const double from = curve.seconds.front();
    const double to = curve.seconds.back();
    m_curve->showLine(0, curve);
    TraceLine now;
    if (!std::isnan(view.newest.reading)) {
        now.seconds = {view.newest.reading};
        now.values = {fromSi(view.newest.scaled, c.unit)};
    }
    m_curve->showLine(1, now);
    const auto unit = qText(prettyUnit(c.unit.name));
    m_curve->setAxisWords(tr("%1 over counts").arg(unit));
    m_curve->setAccessibleName(tr("Scaling: %1 over counts %2 to %3").arg(unit).arg(from).arg(to));
    m_curve->showRange(from, to);
}

void ScaleBench::showFacts(const std::vector<Fact>& facts)
{
    QString rows; // a table, so that a line that wraps stays beside its number
    for (const auto& fact : facts)
        rows += QStringLiteral("<tr><td>%1&nbsp;&nbsp;</td><td>%2</td></tr>")
                    .arg(qText(fact.label).toHtmlEscaped(), qText(fact.value).toHtmlEscaped());
    m_arithmetic->setText(QStringLiteral("<table>%1</table>").arg(rows));
}

void ScaleBench::showInputs(const RunView& view)
{
    m_numberKind->setCurrentIndex(static_cast<int>(channel().numberKind));
    const auto code = qText(view.fixed->firmware);
    if (m_code->toPlainText() != code) {
        m_code->setPlainText(code);
        m_copy->setText(tr("Copy for the firmware"));
    }
    m_calibration->showView(view); // a guided one goes on while another page is open
    if (m_pages->page() == m_scaling)
        m_scaling->showView(view);
    else if (m_pages->page() == m_diagnosis)
        m_diagnosis->showView(view);
    else if (m_pages->page() != m_calibration)
        showCurve(view);
}

} // namespace fern::app

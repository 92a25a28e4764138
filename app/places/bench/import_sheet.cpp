#include "app/places/bench/import_sheet.h"

#include "app/look/card.h"
#include "app/look/inputs.h"
#include "app/look/look.h"
#include "app/look/text.h"
#include "base/number_text.h"
#include "base/quantity_text.h"
#include "io/recordings.h"
#include "run/live_intake.h"

#include <QComboBox>
#include <QFileInfo>
#include <QHeaderView>
#include <QPushButton>
#include <QShortcut>
#include <QTableWidget>

#include <algorithm>
#include <array>
#include <limits>

namespace fern::app {

namespace {

// What a column is for, beside a channel's number, as data of its box:
constexpr int goesNowhere = -1;
constexpr int givesTime = -2;

enum SheetRow { TargetRow, TapRow, UnitRow, firstDataRow };
constexpr std::array<double, 4> timeUnits{1, 1e-3, 1e-6, 60};

/// What a column holds, as it was found.
QString kindWord(CsvKind kind)
{
    switch (kind) {
    case CsvKind::Number:
        return QObject::tr("numbers");
    case CsvKind::DateTime:
        return QObject::tr("date and time");
    case CsvKind::Ignored:
        break;
    }
    return QObject::tr("words, left out");
}

/// What an import would bring: its rows, and what cannot be read, line by line.
QString reportText(const io::ImportReport& report)
{
    constexpr std::size_t shownFaults = 4;
    auto words = QObject::tr("%1 over %2.")
                     .arg(qText(countText(static_cast<long long>(report.rows), "row")),
                         qText(durationText(report.seconds)));
    for (std::size_t i = 0; i < std::min(shownFaults, report.notes.size()); ++i)
        words += QObject::tr(" Note: %1.").arg(qText(report.notes[i]));
    if (report.notes.size() > shownFaults)
        words += QObject::tr(" And more such notes.");
    if (report.faultCount == 0)
        return words + QObject::tr(" Every row can be read.");
    words += QLatin1Char(' ') + qText(io::leftOutText(report.faultCount, report.faults));
    for (std::size_t i = 1; i < std::min(shownFaults, report.faults.size()); ++i)
        words += QStringLiteral("; ") + qText(report.faults[i]);
    return words + (report.faultCount > shownFaults ? QStringLiteral("; …") : QStringLiteral("."));
}

} // namespace

ImportSheet::ImportSheet(QWidget* parent)
    : QWidget(parent)
    , m_title(new QLabel(this))
    , m_table(new QTableWidget(this))
    , m_timeUnit(new QComboBox(this))
    , m_every(new QuantityEdit(this))
    , m_timeWord(softLabel(tr("Its time counts"), this))
    , m_everyWord(softLabel(tr("From one row to the next"), this))
    , m_fault(softLabel({}, this))
    , m_rows(wrappedLabel(this, "importRows"))
    , m_import(new QPushButton(tr("Import"), this))
{
    setObjectName(QStringLiteral("importSheet"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* card = new Card(tr("Import a log"), this);
    card->setSubtitle(
        tr("say where its columns go; rows that cannot be read are left out and told"));
    column->addWidget(card);
    m_title->setFont(wordFont(13, true));
    card->body()->addWidget(m_title);
    m_table->setObjectName(QStringLiteral("importTable"));
    m_table->setAccessibleName(tr("First rows of the log, and where its columns go"));
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->setTabKeyNavigation(false); // Tab goes on to what can be chosen
    m_table->setFrameShape(QFrame::NoFrame);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(28);
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_table->horizontalHeader()->setFont(wordFont(12, true));
    m_table->viewport()->setBackgroundRole(cardRole);
    card->body()->addWidget(m_table, 1);
    m_timeUnit->setObjectName(QStringLiteral("importTimeUnit"));
    m_timeUnit->addItems({tr("seconds"), tr("milliseconds"), tr("microseconds"), tr("minutes")});
    m_every->setObjectName(QStringLiteral("importEvery"));
    auto* time = new QHBoxLayout;
    time->setSpacing(grid);
    for (QWidget* widget : {static_cast<QWidget*>(m_timeWord), static_cast<QWidget*>(m_timeUnit),
             static_cast<QWidget*>(m_everyWord), static_cast<QWidget*>(m_every)})
        time->addWidget(widget);
    time->addStretch(1);
    card->body()->addLayout(time);
    m_fault->setObjectName(QStringLiteral("importFault"));
    m_fault->setWordWrap(true);
    card->body()->addWidget(m_fault);
    card->body()->addWidget(m_rows);
    auto* ways = new QHBoxLayout;
    auto* cancel = new QPushButton(tr("Cancel"), this);
    cancel->setObjectName(QStringLiteral("importCancel"));
    m_import->setObjectName(QStringLiteral("importAccept"));
    ways->addStretch(1);
    ways->addWidget(cancel);
    ways->addWidget(m_import);
    card->body()->addLayout(ways);
    connect(cancel, &QPushButton::clicked, this, &ImportSheet::cancelled);
    auto* escape = new QShortcut(Qt::Key_Escape, this);
    escape->setContext(Qt::WidgetWithChildrenShortcut);
    connect(escape, &QShortcut::activated, this, &ImportSheet::cancelled);
    connect(m_import, &QPushButton::clicked, this, [this] { Q_EMIT accepted(plan()); });
    connect(m_timeUnit, &QComboBox::activated, this, &ImportSheet::check);
    connect(m_every, &QuantityEdit::quantityEntered, this, [this](const Quantity& period) {
        m_period = period;
        m_every->showQuantity(period);
        check();
    });
    connect(m_every, &QuantityEdit::refused, m_fault, &QLabel::setText);
}

void ImportSheet::ask(
    const QString& path, LogLook look, const PlainInstrument& instrument, std::size_t channel)
{
    m_path = path;
    const auto name = QFileInfo(path).fileName();
    m_look = std::move(look);
    m_instrument = instrument;
    m_title->setText(m_look.isSentences
            ? tr("%1: sentences of a receiver; each instant becomes a row").arg(name)
            : name);
    rebuild();
    fill(proposeImport(m_look, m_instrument, channel));
    m_every->showQuantity(m_period);
    check();
    m_import->setFocus();
}

void ImportSheet::rebuild()
{
    m_columns.clear();
    m_table->clear();
    m_table->setColumnCount(static_cast<int>(m_look.columns.size()));
    const int rows = m_look.isSentences ? 0 : static_cast<int>(m_look.rows.size());
    m_table->setRowCount(firstDataRow + rows);
    QStringList heads;
    for (std::size_t i = 0; i < m_look.columns.size(); ++i) {
        const auto& unit = m_look.columns[i].unit;
        heads << qText(m_look.columns[i].name)
                + (unit.empty() ? QString() : tr(", %1").arg(qText(unit))) + QLatin1Char('\n')
                + kindWord(m_look.columns[i].kind);
        addColumn(i);
        for (int row = 0; row < rows; ++row)
            m_table->setItem(firstDataRow + row, static_cast<int>(i),
                new QTableWidgetItem(qText(m_look.rows[static_cast<std::size_t>(row)][i])));
        m_table->setColumnWidth(static_cast<int>(i), 150);
    }
    m_table->setHorizontalHeaderLabels(heads);
}

void ImportSheet::addColumn(std::size_t index)
{
    const auto& look = m_look.columns[index];
    const auto name = qText(look.name);
    Column column{new QComboBox(m_table), new QComboBox(m_table), new QLineEdit(m_table)};
    column.target->setObjectName(QStringLiteral("import ") + name);
    column.target->setAccessibleName(tr("Where %1 goes").arg(name));
    column.target->addItem(tr("nowhere"), goesNowhere);
    if (!m_look.isSentences && look.kind != CsvKind::Ignored)
        column.target->addItem(tr("the time"), givesTime);
    if (look.kind == CsvKind::Number)
        for (std::size_t i = 0; i < m_instrument.channels.size(); ++i)
            column.target->addItem(qText(m_instrument.channels[i].name), static_cast<int>(i));
    column.tap->setObjectName(QStringLiteral("importTap ") + name);
    column.tap->setAccessibleName(tr("What %1 is").arg(name));
    for (const auto word : tapWords)
        column.tap->addItem(qText(word));
    column.unit->setObjectName(QStringLiteral("importUnit ") + name);
    column.unit->setAccessibleName(tr("Unit of %1").arg(name));
    column.unit->setPlaceholderText(tr("unit"));
    const int at = static_cast<int>(index);
    m_table->setCellWidget(TargetRow, at, column.target);
    m_table->setCellWidget(TapRow, at, column.tap);
    m_table->setCellWidget(UnitRow, at, column.unit);
    connect(column.target, &QComboBox::activated, this, [this, index] {
        const int channel = m_columns[index].target->currentData().toInt();
        if (channel >= 0) {
            const auto& c = m_instrument.channels[static_cast<std::size_t>(channel)];
            m_columns[index].tap->setCurrentIndex(static_cast<int>(usualTap(c.source.kind)));
            m_columns[index].unit->setText(qText(
                m_look.columns[index].unit.empty() ? c.unit.name : m_look.columns[index].unit));
        }
        check();
    });
    connect(column.tap, &QComboBox::activated, this, &ImportSheet::check);
    connect(column.unit, &QLineEdit::textEdited, this, &ImportSheet::check);
    m_columns.push_back(column);
}

void ImportSheet::fill(const ImportPlan& plan)
{
    if (plan.time.column >= 0 && !m_look.isSentences) {
        auto* box = m_columns[static_cast<std::size_t>(plan.time.column)].target;
        box->setCurrentIndex(box->findData(givesTime));
        const auto unit = std::find(timeUnits.begin(), timeUnits.end(), plan.time.unitSeconds);
        m_timeUnit->setCurrentIndex(
            unit == timeUnits.end() ? 0 : static_cast<int>(unit - timeUnits.begin()));
    }
    for (const auto& target : plan.targets) {
        auto& column = m_columns[target.column];
        column.target->setCurrentIndex(column.target->findData(
            static_cast<int>(indexOf(m_instrument.channels, target.channel))));
        column.tap->setCurrentIndex(static_cast<int>(target.tap));
        column.unit->setText(qText(target.unit));
    }
}

ImportPlan ImportSheet::plan() const
{
    ImportPlan plan;
    plan.time = {
        -1, timeUnits[static_cast<std::size_t>(m_timeUnit->currentIndex())], inSi(m_period)};
    for (std::size_t i = 0; i < m_columns.size(); ++i) {
        const auto& column = m_columns[i];
        const int target = column.target->currentData().toInt();
        const auto tap = static_cast<Tap>(column.tap->currentIndex());
        if (target == givesTime)
            plan.time.column = static_cast<int>(i);
        else if (target >= 0)
            plan.targets.push_back({i, m_instrument.channels[static_cast<std::size_t>(target)].id,
                tap,
                tap == Tap::Reading ? std::string() : column.unit->text().trimmed().toStdString()});
    }
    if (m_look.isSentences
        || (plan.time.column >= 0
            && m_look.columns[static_cast<std::size_t>(plan.time.column)].kind
                == CsvKind::DateTime))
        plan.time.unitSeconds = 1;
    if (m_look.isSentences)
        plan.time.column = 0;
    return plan;
}

void ImportSheet::check()
{
    int times = 0;
    for (const auto& column : m_columns) {
        const int target = column.target->currentData().toInt();
        times += target == givesTime ? 1 : 0;
        column.tap->setVisible(target >= 0);
        column.unit->setVisible(
            target >= 0 && column.tap->currentIndex() != static_cast<int>(Tap::Reading));
    }
    const auto planned = plan();
    const bool countsTime = !m_look.isSentences && times == 1
        && m_look.columns[static_cast<std::size_t>(planned.time.column)].kind == CsvKind::Number;
    m_timeWord->setVisible(countsTime);
    m_timeUnit->setVisible(countsTime);
    m_everyWord->setVisible(!m_look.isSentences && times == 0);
    m_every->setVisible(!m_look.isSentences && times == 0);
    const auto checked = checkImport(planned, m_instrument);
    m_fault->setText(times > 1 ? tr("two columns give the time")
            : checked          ? QString()
                               : qText(checked.error().message));
    const bool canImport = checked.has_value() && times <= 1;
    m_import->setEnabled(canImport);
    if (canImport)
        return tryPlan(planned);
    m_trying.stop();
    m_rows->clear();
}

void ImportSheet::tryPlan(const ImportPlan& plan)
{
    m_rows->setText(tr("Reading it…"));
    m_trying.start([this, plan, look = m_look, path = m_path.toStdString()](
                       const io::Progress& progress) -> BackgroundJob::Finish {
        const auto report = io::tryImport(path, look, plan, progress);
        return [this, report] {
            m_rows->setText(report ? reportText(*report) : qText(report.error().message));
        };
    });
}

} // namespace fern::app

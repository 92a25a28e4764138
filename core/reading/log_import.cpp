#include "reading/log_import.h"

#include "base/number_text.h"
#include "reading/receiver_gives.h"
#include "signal/capture.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include <fmt/format.h>

namespace fern {

namespace {

/// "12:35:19", of a second of the day.
std::string clockTime(double second)
{
    const auto whole = static_cast<int>(second);
    return fmt::format("{:02}:{:02}:{:02}", whole / 3600, whole / 60 % 60, whole % 60);
}

/// How the reader reads a table: what goes nowhere is ignored.
CsvForm formOf(const LogLook& look, const ImportPlan& plan)
{
    CsvForm form{std::vector<CsvKind>(look.columns.size(), CsvKind::Ignored), look.hasHeader};
    if (plan.time.column >= 0) {
        // What is neither a number nor a date is refused row by row, and the rows say why.
        const auto time = static_cast<std::size_t>(plan.time.column);
        form.kinds[time] =
            look.columns[time].kind == CsvKind::DateTime ? CsvKind::DateTime : CsvKind::Number;
    }
    for (const auto& target : plan.targets)
        form.kinds[target.column] = CsvKind::Number;
    return form;
}

std::string headerOf(const ImportPlan& plan)
{
    std::string header = "t_s";
    for (const auto& target : plan.targets)
        header += "," + columnHeader(target.channel, target.tap, target.unit);
    return header + "\n";
}

} // namespace

LogImport::LogImport(LogLook look, ImportPlan plan)
    : m_look(std::move(look))
    , m_plan(std::move(plan))
    , m_reader(m_look.isSentences ? CsvForm{} : formOf(m_look, m_plan))
    , m_text(headerOf(m_plan))
{
}

void LogImport::feed(std::string_view bytes)
{
    if (!m_look.isSentences) {
        m_reader.feed(bytes);
        return takeTable();
    }
    for (const auto& line : m_lines.feed(bytes))
        takeSentence(line);
}

void LogImport::end()
{
    if (!m_look.isSentences) {
        m_reader.end();
        return takeTable();
    }
    feed("\n");
    addFixes(true);
}

std::string LogImport::take()
{
    return std::exchange(m_text, {});
}

void LogImport::takeTable()
{
    const auto columns = m_reader.take();
    const auto time = m_plan.time;
    std::size_t rows = 0;
    for (const auto& column : columns)
        rows = std::max(rows, column.size());
    std::vector<double> cells(m_plan.targets.size());
    if (columns.size() < m_look.columns.size())
        return; // no header yet, or not the one that the beginning promised: then no row is taken
    for (std::size_t row = 0; row < rows; ++row) {
        const double seconds = time.column < 0
            ? static_cast<double>(m_tableRows++) * time.everySeconds
            : columns[static_cast<std::size_t>(time.column)][row] * time.unitSeconds;
        for (std::size_t i = 0; i < cells.size(); ++i)
            cells[i] = columns[m_plan.targets[i].column][row];
        addRow(seconds, cells);
    }
    for (; m_toldFaults < m_reader.faults().size(); ++m_toldFaults) {
        const auto& fault = m_reader.faults()[m_toldFaults];
        m_faults.push_back(fmt::format("line {}: {}", fault.line, fault.message));
    }
}

void LogImport::takeSentence(std::string_view line)
{
    ++m_line;
    const auto sentence = parseNmea(line);
    if (!sentence)
        return fail(fmt::format("sentence {}: {}", m_line, sentence.error().message));
    m_fixes.take(*sentence, m_line);
    addFixes(false);
}

void LogImport::addFixes(bool isEnd)
{
    while (const auto fix = m_fixes.next(isEnd))
        addFix(*fix);
}

/// The sentences of one instant make one row.
void LogImport::addFix(const GatheredFix& fix)
{
    const auto note = [&](std::string text) {
        if (m_notes.size() < CsvReader::mostFaults)
            m_notes.push_back(std::move(text));
    };
    const auto& told = fix.state.secondOfDay;
    if (!told && !std::exchange(m_isUntimed, true))
        note(fmt::format(
            "sentence {} tells no time: it comes one step after the one before it", fix.sentence));
    const double untold = m_toldAt.value_or(0) + (m_toldAt ? m_clock.usualStep() : 0);
    const double seconds = m_clock.follow(told.value_or(untold), m_hadFix);
    if (m_clock.wasSet())
        note(fmt::format("sentence {}: the receiver's clock was set from {} to {}; its times go on",
            fix.sentence, clockTime(*m_toldAt), clockTime(*told)));
    m_toldAt = told.value_or(untold);
    m_hadFix = fix.state.hasFix == true;
    std::vector<double> cells;
    for (const auto& target : m_plan.targets) {
        const auto given = givenBy(fix.state, static_cast<ReceiverGives>(target.column));
        // A dropout, or not told.
        const double none = fix.state.hasFix == false ? -emptyCell : emptyCell;
        cells.push_back(given.value_or(none));
    }
    addRow(seconds, cells);
}

void LogImport::addRow(double seconds, const std::vector<double>& cells)
{
    if (std::isnan(seconds))
        return fail("a row has no time");
    if (seconds < m_plan.from || seconds > m_plan.to)
        return;
    if (!m_hasRow)
        m_first = seconds;
    const double since = seconds - m_first;
    if (m_hasRow && !(since > m_last))
        return fail(fmt::format("the time {} s does not follow {} s", significantText(seconds, 12),
            significantText(m_first + m_last, 12)));
    m_hasRow = true;
    m_last = since;
    // A nanosecond is the finest that a run tells apart.
    m_text += shortestText(std::round(since * 1e9) / 1e9);
    for (const double cell : cells) {
        m_text += ',';
        if (!std::isnan(cell))
            m_text += shortestText(cell);
        else if (isDropout(cell))
            m_text += "nan";
    }
    m_text += '\n';
    ++m_rows;
}

void LogImport::fail(std::string message)
{
    if (m_faults.size() < CsvReader::mostFaults)
        m_faults.push_back(std::move(message));
    ++m_faultCount;
}

} // namespace fern

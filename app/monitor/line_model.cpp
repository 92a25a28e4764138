#include "app/monitor/line_model.h"

#include "app/look/look.h"
#include "app/look/text.h"
#include "app/look/tokens.h"

#include <algorithm>
#include <iterator>

namespace fern::app {

namespace {

QColor colourOf(const Told& line, int column)
{
    const auto& t = tokens();
    if (column == LineModel::When)
        return t.soft;
    switch (line.state) {
    case ToldState::Good:
        return t.ink;
    case ToldState::Bad:
        return t.brick;
    case ToldState::NoValue:
        return column == LineModel::Raw ? t.ink : t.amber;
    default:
        return column == LineModel::Raw ? t.ink : t.soft;
    }
}

/// How many of the first old lines are gone, when the others are the first new ones.
std::size_t goneLines(const std::vector<Told>& before, const std::vector<Told>& now)
{
    for (std::size_t gone = 0; gone < before.size(); ++gone)
        if (before.size() - gone <= now.size()
            && std::equal(before.begin() + static_cast<std::ptrdiff_t>(gone), before.end(),
                now.begin(), isSameLine))
            return gone;
    return before.size();
}

} // namespace

bool isSameLine(const Told& a, const Told& b)
{
    return a.at == b.at && a.raw == b.raw;
}

QString visibleText(const std::string& raw)
{
    auto text = qText(raw);
    for (auto& c : text)
        if (c.unicode() < 0x20)
            c = QChar(0x2400 + c.unicode());
    return text;
}

QString saysText(const Told& line)
{
    const auto word =
        QString::fromUtf8(toldStateWords[static_cast<std::size_t>(line.state)].data());
    return line.parsed.empty() ? word : QStringLiteral("%1 · %2").arg(word, qText(line.parsed));
}

void LineModel::setLines(std::vector<Told> lines)
{
    const auto gone = goneLines(m_lines, lines);
    if (gone > 0) {
        beginRemoveRows({}, 0, static_cast<int>(gone) - 1);
        m_lines.erase(m_lines.begin(), m_lines.begin() + static_cast<std::ptrdiff_t>(gone));
        endRemoveRows();
    }
    const auto kept = m_lines.size();
    if (kept == lines.size())
        return;
    beginInsertRows({}, static_cast<int>(kept), static_cast<int>(lines.size()) - 1);
    m_lines.insert(m_lines.end(),
        std::make_move_iterator(lines.begin() + static_cast<std::ptrdiff_t>(kept)),
        std::make_move_iterator(lines.end()));
    endInsertRows();
}

int LineModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_lines.size());
}

int LineModel::columnCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : columnsOfLines;
}

QVariant LineModel::data(const QModelIndex& index, int role) const
{
    const auto& line = m_lines[static_cast<std::size_t>(index.row())];
    const int column = index.column();
    switch (role) {
    case Qt::DisplayRole:
        return column == When ? QString::number(inSeconds(line.at), 'f', 2)
            : column == Raw   ? visibleText(line.raw)
                              : saysText(line);
    case Qt::FontRole:
        return column == Says ? wordFont(12) : codeFont(11);
    case Qt::ForegroundRole:
        return colourOf(line, column);
    case Qt::TextAlignmentRole:
        return int(Qt::AlignVCenter) | int(column == When ? Qt::AlignRight : Qt::AlignLeft);
    default:
        return {};
    }
}

} // namespace fern::app

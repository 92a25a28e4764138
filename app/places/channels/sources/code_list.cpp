#include "app/places/channels/sources/code_list.h"

#include "app/look/card.h"
#include "app/look/look.h"
#include "app/look/text.h"

#include <algorithm>
#include <map>

namespace fern::app {

CodeList::CodeList(Document& document, QWidget* parent)
    : NamesView(document, "codeTable", parent)
    , m_last(softLabel({}, this))
{
    inputs()->addWidget(m_last, 1);
    m_name = addEdit("codeName", tr("its name"), tr("Name of the last code"), 1);
    m_learn = new QPushButton(tr("Learn"), this);
    inputs()->addWidget(m_learn);
    table()->setAccessibleName(tr("Codes and their names"));
    m_last->setWordWrap(true);
    m_last->setObjectName(QStringLiteral("lastCode"));
    m_learn->setObjectName(QStringLiteral("learn"));
    m_learn->setToolTip(tr("Gives the last code that came without a name this name"));
    connect(m_learn, &QPushButton::clicked, this, &CodeList::learn);
    connect(m_name, &QLineEdit::returnPressed, this, &CodeList::learn);
    connect(m_name, &QLineEdit::textChanged, this, [this](const QString& text) {
        m_learn->setEnabled(!text.trimmed().isEmpty() && !m_lastCode.isEmpty());
    });
    m_learn->setEnabled(false);
}

void CodeList::learn()
{
    if (m_lastCode.isEmpty() || m_name->text().trimmed().isEmpty())
        return;
    const auto its = m_name->text().trimmed();
    m_name->clear();
    name(tr("Learn %1").arg(its), m_lastCode, its);
}

void CodeList::showRun(const RunView& view, const Channel& channel)
{
    struct Tally {
        int came = 0;
        double last = 0;
    };
    std::map<std::string, Tally> tallies;
    std::vector<std::string> order;
    for (const auto& name : channel.source.names)
        order.push_back(name.code);
    for (const auto& key : channel.source.ladder.keys)
        if (channel.source.kind == SourceKind::KeyLadder)
            order.push_back(key.name);
    std::string newest;
    int bad = 0;
    for (const auto& told : view.told) {
        bad += told.state == ToldState::Bad;
        if (told.text.empty())
            continue;
        if (std::find(order.begin(), order.end(), told.text) == order.end())
            order.push_back(told.text);
        auto& tally = tallies[told.text];
        ++tally.came;
        tally.last = inSeconds(told.at);
        if (nameOf(channel.source.names, told.text).empty())
            newest = told.text;
    }
    TextTable codes{{tr("code").toStdString(), tr("name").toStdString(), tr("came").toStdString(),
                        tr("last").toStdString()},
        {}};
    for (const auto& code : order) {
        const auto& tally = tallies[code];
        codes.rows.push_back({code, std::string(nameOf(channel.source.names, code)),
            tally.came == 0 ? tr("not yet").toStdString() : std::to_string(tally.came),
            tally.came == 0 ? std::string()
                            : QStringLiteral("%1 s").arg(tally.last, 0, 'f', 1).toStdString()});
    }
    // The keys of a ladder or matrix have their names already.
    const bool canLearn = traitsOf(channel.source.kind).way == SourceWay::Device
        || channel.source.kind == SourceKind::Switch;
    for (auto* widget : std::initializer_list<QWidget*>{m_last, m_name, m_learn})
        widget->setVisible(canLearn);
    if (!canLearn)
        for (auto& row : codes.rows)
            row[1] = row[0];
    table()->setEditableColumn(canLearn ? 1 : -1);
    showRows(channel.id, order, codes);
    m_lastCode = qText(newest);
    m_last->setText(!newest.empty() ? tr("Without a name: %1").arg(m_lastCode)
            : bad > 0               ? tr("Every good code has a name; %1 came damaged").arg(bad)
            : order.empty()         ? tr("Press a key or scan a label to learn it")
                                    : tr("Every code that came has a name"));
    m_learn->setEnabled(!m_lastCode.isEmpty() && !m_name->text().trimmed().isEmpty());
}

} // namespace fern::app

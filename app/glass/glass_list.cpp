#include "app/glass/glass_list.h"

#include "app/glass/glass_dialog.h"
#include "app/glass/glass_view.h"
#include "app/look/card.h"
#include "app/look/text.h"
#include "app/look/tokens.h"
#include "base/number_text.h"
#include "run/task_blocks.h"

#include <QLabel>
#include <QVBoxLayout>

#include <algorithm>

namespace fern::app {

namespace {

constexpr int heightOfAll = 330; ///< pixels, that the displays share

/// Which of its pages a display shows.
QString pageWords(const PlainDisplay& display, const GlassMoment& moment)
{
    const auto* page = pageShown(display, moment);
    if (page == nullptr || display.pages.size() < 2)
        return {};
    if (page->when.comes != PageComes::Turned)
        return GlassList::tr(", “%1”").arg(qText(page->name));
    const auto minute = moment.minuteOfDay < 0 ? std::nullopt : std::optional(moment.minuteOfDay);
    const auto& turned = turnedIn(display, dayPartAt(display, minute));
    const auto own = indexOf(display.pages, page->id);
    const auto place = std::find(turned.begin(), turned.end(), own);
    return GlassList::tr(", page %1 of %2").arg(place - turned.begin() + 1).arg(turned.size());
}

QString captionOf(const PlainInstrument& in, const PlainDisplay& display, const GlassMoment* moment)
{
    auto words = GlassList::tr("%1, every %2")
                     .arg(qText(display.id), qText(durationText(redrawPeriod(in, display))));
    if (moment != nullptr)
        words += pageWords(display, *moment);
    if (display.pages.empty())
        words = GlassList::tr("%1, without a page").arg(qText(display.id));
    return words;
}

} // namespace

GlassList::GlassList(QWidget* parent)
    : QWidget(parent)
    , m_column(new QVBoxLayout(this))
{
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(2);
    setObjectName(QStringLiteral("glasses"));
}

void GlassList::setCount(std::size_t count)
{
    while (m_rows.size() > count) {
        delete m_rows.back().glass;
        delete m_rows.back().caption;
        m_rows.pop_back();
    }
    while (m_rows.size() < count) {
        const auto index = m_rows.size();
        Row row{new GlassView(this), softLabel({}, this)};
        row.glass->setFocusPolicy(Qt::StrongFocus);
        row.glass->setToolTip(tr("Larger, and as a picture to copy"));
        connect(row.glass, &QAbstractButton::clicked, this, [this, index] { enlarge(index); });
        m_column->addWidget(row.glass);
        m_column->addWidget(row.caption);
        m_rows.push_back(row);
    }
}

void GlassList::showView(const RunView& view)
{
    const auto& displays = view.plain().displays;
    setCount(std::min(displays.size(), view.glass.size()));
    m_names.clear();
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        const bool isChosen = view.choice && view.choice->display == i;
        auto& [glass, caption] = m_rows[i];
        const auto name = qText(displays[i].id);
        glass->setObjectName(isChosen ? QStringLiteral("glass") : QStringLiteral("glass ") + name);
        auto shown = tr("Display %1").arg(name);
        for (const auto& row : view.glass[i].text)
            shown += QStringLiteral("\n") + qText(row);
        glass->setAccessibleName(shown);
        glass->setChosen(isChosen && m_rows.size() > 1);
        glass->setMostHeight(heightOfAll / static_cast<int>(m_rows.size()));
        glass->showPicture(view.glass[i].picture);
        caption->setText(
            captionOf(view.plain(), displays[i], i < view.glass.size() ? &view.glass[i] : nullptr));
        m_names.push_back(name);
    }
    if (m_dialog != nullptr && m_dialog->isVisible() && m_enlarged < m_rows.size())
        m_dialog->showGlass(
            m_names[m_enlarged], view.glass[m_enlarged].picture, view.glass[m_enlarged].text);
}

void GlassList::enlarge(std::size_t display)
{
    if (m_dialog == nullptr)
        m_dialog = new GlassDialog(this);
    m_enlarged = display;
    m_dialog->showGlass(m_names[display], m_rows[display].glass->picture(), {});
    m_dialog->show();
    m_dialog->raise();
}

} // namespace fern::app

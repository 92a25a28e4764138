#include "app/shell/targets.h"

#include "app/document/document.h"
#include "app/look/text.h"
#include "app/places/bench/bench_place.h"
#include "app/places/channels/channels_place.h"
#include "app/places/parts/parts_place.h"
#include "app/play/play_control.h"
#include "app/runner/runner.h"
#include "app/shell/places.h"
#include "instrument/part_edits.h"
#include "judge/subject.h"

#include <QAction>
#include <QMenu>

#include <algorithm>

namespace fern::app {

namespace {

const QString leaves = QString::fromLatin1(ChannelsPlace::name);

/// "1 stop, 2 checks" of a channel; empty where nothing was found but notes.
std::string foundAbout(
    const Instrument& instrument, const RunView& view, const std::string& channel)
{
    return countsInWords(view.fixed->findings, [&](const Finding& finding) {
        const auto about = subjectOf(instrument, finding.place).channels;
        return finding.severity != Severity::Note
            && std::find(about.begin(), about.end(), channel) != about.end();
    });
}

void addLeaves(std::vector<Target>& targets, const Channel& channel, const Ways& ways)
{
    for (std::size_t i = 0; i < leafCount; ++i) {
        const auto leaf = static_cast<Leaf>(i);
        targets.push_back({QObject::tr("Leaf"),
            QObject::tr("%1 of %2").arg(qText(nameOf(leaf)), qText(channel.name)), {},
            [ways, id = qText(channel.id), leaf] {
                ways.goTo({.place = leaves, .channel = id, .leaf = leaf});
            }});
    }
}

/// The pages of a place, or of a leaf of the open channel.
struct PageOf {
    const char* place;
    std::optional<Leaf> leaf;
    std::vector<const char*> words;
    std::optional<SourceKind> ofSource{}; ///< offered for channels with it only
};

const std::vector<PageOf>& pagesOf()
{
    static const std::vector<PageOf> all{
        {ChannelsPlace::name, Leaf::World, {"Trace", "Course", "What is around it"}},
        {ChannelsPlace::name, Leaf::Scale, {"Arithmetic", "Type", "Calibrate", "It shows…"}},
        {ChannelsPlace::name, Leaf::Smooth, {"Traces", "Steady digit", "Compare", "Frequencies"}},
        {ChannelsPlace::name, Leaf::Smooth, {"Counting"}, SourceKind::Pulses},
        {PartsPlace::name, {},
            {"Add", "Supply", "Part", "Compare", "Parts list", "Wiring", "Cautions"}},
        {BenchPlace::name, {}, {"Live", "Captures", "Stand in"}},
    };
    return all;
}

void addPages(std::vector<Target>& targets, const Channel* open, const Ways& ways)
{
    for (const auto& pages : pagesOf()) {
        if ((pages.leaf && open == nullptr)
            || (pages.ofSource && open->source.kind != *pages.ofSource))
            continue;
        for (const auto* word : pages.words) {
            const auto page = QString::fromUtf8(word);
            const auto place = QString::fromLatin1(pages.place);
            targets.push_back({QObject::tr("Page"), page,
                pages.leaf ? qText(nameOf(*pages.leaf)) : place, [ways, page, place, pages] {
                    ways.goTo({.place = place, .leaf = pages.leaf, .page = page});
                }});
        }
    }
}

void addEntries(std::vector<Target>& targets, const QMenu& menu)
{
    for (auto* action : menu.actions()) {
        if (action->menu() != nullptr)
            addEntries(targets, *action->menu());
        else if (!action->isSeparator() && action->isEnabled())
            targets.push_back({QObject::tr("Action"), action->text(),
                action->shortcut().toString(QKeySequence::NativeText),
                [action] { action->trigger(); }});
    }
}

} // namespace

std::vector<Target> channelTargets(
    const Instrument& instrument, const RunView& view, const Ways& ways)
{
    std::vector<Target> targets;
    for (const auto& channel : instrument.channels) {
        QStringList detail;
        if (const auto at = indexOf(view.plain().channels, channel->id);
            at < view.newestTexts.size())
            detail << qText(view.newestTexts[at]);
        detail << qText(foundAbout(instrument, view, channel->id));
        detail.removeAll(QString());
        targets.push_back(
            {QObject::tr("Channel"), qText(channel->name), detail.join(QStringLiteral(" · ")),
                [ways, id = qText(channel->id)] { ways.goTo({.place = leaves, .channel = id}); }});
    }
    return targets;
}

std::vector<Target> allTargets(
    const House& house, const QString& channel, const QMenu& menu, const Ways& ways)
{
    const auto& instrument = house.document.instrument();
    const auto view = house.runner.view();
    auto targets = channelTargets(instrument, *view, ways);
    for (const auto& place : places())
        if (house.document.isOpen())
            targets.push_back({QObject::tr("Place"), QString::fromLatin1(place.name),
                QObject::tr("Ctrl+%1").arg(place.number),
                [ways, name = QString::fromLatin1(place.name)] { ways.goTo({name}); }});
    const auto* open = findById(instrument.channels, channel.toStdString());
    if (open != nullptr)
        addLeaves(targets, *open, ways);
    for (const auto& other : instrument.channels)
        if (qText(other->id) != channel)
            addLeaves(targets, *other, ways);
    if (house.document.isOpen())
        addPages(targets, open, ways);
    for (const auto& part : instrument.parts)
        targets.push_back({QObject::tr("Part"), qText(partName(*part)), qText(part->className),
            [ways, pointer = QStringLiteral("/parts/") + qText(part->id)] {
                ways.goToPointer(pointer);
            }});
    for (const auto& capture : instrument.captures)
        targets.push_back({QObject::tr("Capture"), qText(capture->name), {},
            [ways, page = QStringLiteral("Captures/") + qText(capture->id)] {
                ways.goTo({.place = QString::fromLatin1(BenchPlace::name), .page = page});
            }});
    for (const auto& finding : view->fixed->findings)
        targets.push_back(
            {QObject::tr("Finding"), qText(finding.title), qText(severityWord(finding.severity)),
                [ways, pointer = qText(finding.place)] { ways.goToPointer(pointer); }});
    auto& play = house.play;
    for (int i = 0; house.document.isOpen() && i < static_cast<int>(play.choices().size()); ++i)
        targets.push_back({QObject::tr("Play"), play.choices()[static_cast<std::size_t>(i)].words,
            {}, [&play, i] { play.choose(i); }});
    addEntries(targets, menu);
    return targets;
}

} // namespace fern::app

#pragma once
// What the file says about one channel beside the channel itself: its course in a scenario, what
// goes wrong there, its gate, the settings that it changes or reads, and what it drives. Each is an
// entry whose figures can be shown and edited.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/parameter.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

enum class EntryKind {
    Lane, ///< of the scenario: points or events
    Fault, ///< of the scenario
    Gate,
    Setting,
    Output,
};

struct Entry {
    EntryKind kind = EntryKind::Lane;
    std::string id; ///< within its list; a gate has none
    std::string title; ///< "mains hum, 10 s … 20 s"

    bool operator==(const Entry&) const = default;
};

/// The channel, and the scenario whose lanes and faults count; its id may be empty when there is
/// none.
struct EntryPlace {
    std::string scenario;
    std::string channel;
};

/// Returns the entries of a channel: its lane, then faults, gate, settings, outputs.
std::vector<Entry> entriesOf(const Instrument& in, const EntryPlace& place);

/// Returns the kinds that can be added to the channel.
std::vector<EntryKind> entriesToAdd(const Instrument& in, const EntryPlace& place);

/// Returns the kinds of fault that do something to a source.
std::vector<FaultKind> faultsOf(SourceKind kind);

/// Returns the figures of an entry; empty when it is not there.
std::vector<Parameter> entryParameters(
    const Instrument& in, const EntryPlace& place, const Entry& entry);

/// Sets one of them from what a maker types. Error says what is accepted; nothing has changed.
Result<Instrument> withEntryParameter(const Instrument& in, const EntryPlace& place,
    const Entry& entry, std::string_view path, std::string_view text);

/// Returns the course of a channel in the scenario; null where it has none, or has events.
const LaneSpec* courseOf(const Instrument& in, const EntryPlace& place);

/// Sets the points of that course, at least one, seconds rising. Error when there is no course.
Result<Instrument> withCourse(
    const Instrument& in, const EntryPlace& place, std::vector<CurvePoint> points);

/// Adds an entry with usual figures. Error when it needs something that is not there.
Result<Instrument> withEntryAdded(const Instrument& in, const EntryPlace& place, EntryKind kind);

/// Takes an entry away; a lane stays. Error when something needs it.
Result<Instrument> withoutEntry(const Instrument& in, const EntryPlace& place, const Entry& entry);

} // namespace fern

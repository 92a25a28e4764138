#include "app/places/channels/sources/source_view.h"

#include "app/look/look.h"
#include "app/places/channels/sources/code_list.h"
#include "app/places/channels/sources/due_rows.h"
#include "app/places/channels/sources/ladder_bands.h"
#include "app/places/channels/sources/node_slots.h"
#include "app/places/channels/sources/pulse_lane.h"
#include "app/places/channels/sources/receiver_view.h"
#include "app/places/channels/trace_plot.h"

#include <QHBoxLayout>

#include <functional>

namespace fern::app {

namespace {

/// One or two views side by side.
class SideBySide : public SourceView {
public:
    SideBySide(SourceView* left, SourceView* right, QWidget* parent)
        : SourceView(parent)
        , m_left(left)
        , m_right(right)
    {
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(2 * grid);
        row->addWidget(left, 1);
        row->addWidget(right, 1);
    }
    void showRun(const RunView& view, const Channel& channel) override
    {
        m_left->showRun(view, channel);
        m_right->showRun(view, channel);
    }

private:
    SourceView* m_left;
    SourceView* m_right;
};

/// The trace of the channel.
class TraceView : public SourceView {
public:
    explicit TraceView(QWidget* parent)
        : SourceView(parent)
        , m_trace(new TracePlot(this))
    {
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->addWidget(m_trace);
    }
    void showRun(const RunView& view, const Channel& /*channel*/) override
    {
        m_trace->showView(view);
    }

private:
    TracePlot* m_trace;
};

/// The raw numbers over time.
class CodesView : public SourceView {
public:
    CodesView(const QString& words, QWidget* parent)
        : SourceView(parent)
        , m_codes(new Plot({{{}, &Tokens::accent, 1, true}}, this))
    {
        m_codes->setObjectName(QStringLiteral("codes"));
        m_codes->setAxisWords(words);
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->addWidget(m_codes);
    }
    void showRun(const RunView& view, const Channel& /*channel*/) override
    {
        m_codes->showLine(0, view.codes);
        m_codes->setAccessibleName(
            QObject::tr("Readings over time: %1 samples").arg(view.codes.seconds.size()));
        const auto [from, to] = traceRange(view);
        m_codes->showRange(from, to);
    }

private:
    Plot* m_codes;
};

} // namespace

SourceView* makeOutsideView(SourceKind kind, Document& document, QWidget* parent)
{
    switch (kind) {
    case SourceKind::Pulses:
        return new SideBySide(new PulseLane(parent), new TraceView(parent), parent);
    case SourceKind::KeyLadder:
        return new KeyLadderView(document, parent);
    case SourceKind::Node:
        return new SideBySide(new NodeSlots(parent), new TraceView(parent), parent);
    case SourceKind::KeyMatrix:
    case SourceKind::KeyCodes:
    case SourceKind::Labels:
    case SourceKind::Words:
    case SourceKind::Switch:
    case SourceKind::Network:
        return new LineMonitor(parent);
    case SourceKind::Analog:
    case SourceKind::Waveform:
    case SourceKind::Encoder:
    case SourceKind::Receiver:
    case SourceKind::Lines:
    case SourceKind::Computer:
    case SourceKind::Clock:
    case SourceKind::Uptime:
    case SourceKind::Derived:
        break;
    }
    return new TraceView(parent);
}

SourceView* makeFirmwareView(const Source& source, Document& document, QWidget* parent)
{
    switch (source.kind) {
    case SourceKind::Pulses:
        return new SideBySide(new PulseLane(parent),
            new CodesView(QObject::tr("pulses over seconds"), parent), parent);
    case SourceKind::Encoder:
        return new CodesView(QObject::tr("detents over seconds"), parent);
    case SourceKind::Waveform:
        return new CodesView(QObject::tr("counts over seconds"), parent);
    case SourceKind::KeyLadder:
        return new SideBySide(
            new KeyLadderView(document, parent), new CodeList(document, parent), parent);
    case SourceKind::KeyMatrix:
    case SourceKind::KeyCodes:
    case SourceKind::Labels:
    case SourceKind::Words:
    case SourceKind::Switch:
    case SourceKind::Network:
        return new SideBySide(new CodeList(document, parent), new LineMonitor(parent), parent);
    case SourceKind::Receiver:
        return new ReceiverView(parent);
    case SourceKind::Node:
        return new SideBySide(new NodeSlots(parent), new LineMonitor(parent), parent);
    case SourceKind::Lines:
    case SourceKind::Computer:
        return new LineMonitor(parent);
    case SourceKind::Derived:
        if (source.derived.kind == DerivedKind::Next)
            return new SideBySide(new DueRows(document, parent), new TraceView(parent), parent);
        break;
    case SourceKind::Analog:
    case SourceKind::Clock:
    case SourceKind::Uptime:
        break;
    }
    return new TraceView(parent);
}

} // namespace fern::app

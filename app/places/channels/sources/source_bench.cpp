#include "app/places/channels/sources/source_bench.h"

#include "app/look/look.h"
#include "app/look/text.h"

namespace fern::app {

namespace {

constexpr int mostFiguresHeight = 172; ///< more of them are scrolled

} // namespace

SourceBench::SourceBench(SourceSide side, Document& document, QWidget* parent)
    : Workbench(side == SourceSide::Outside ? tr("Sensor") : tr("Reading"),
        side == SourceSide::Outside ? tr("what stands outside the board")
                                    : tr("how the board reads it"),
        side == SourceSide::Outside ? Leaf::Sensor : Leaf::Reading, document, parent)
    , m_side(side)
    , m_figures(new ParameterGrid(false, this))
    , m_viewCard(addCard(1))
{
    m_figures->setObjectName(QStringLiteral("sourceFigures"));
    setInsteadOfInputs(m_figures);
    connect(m_figures, &ParameterGrid::entered, this,
        [this](const QString& path, const QString& label, const QString& text) {
            apply(tr("Source: %1").arg(label),
                withSourceParameter(
                    instrument(), channel().id, path.toStdString(), text.toStdString()));
        });
}

void SourceBench::showInputs(const RunView& view)
{
    const auto& source = channel().source;
    const std::pair kind(source.kind, source.derived.kind);
    if (m_kind != kind) {
        delete m_view;
        m_view = m_side == SourceSide::Outside ? makeOutsideView(source.kind, document(), this)
                                               : makeFirmwareView(source, document(), this);
        m_viewCard->body()->addWidget(m_view);
        m_view->show();
        m_kind = kind;
    }
    m_figures->showParameters(sourceParameters(instrument(), channel(), m_side));
    m_figures->setFixedHeight(std::clamp(m_figures->wholeHeight(), 40, mostFiguresHeight));
    m_view->showRun(view, channel());
}

} // namespace fern::app

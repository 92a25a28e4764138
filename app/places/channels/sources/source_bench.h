#pragma once
// The bench of a source that is no plain analog one: its figures, and what it looks like while it
// runs. One bench for what stands outside the board, one for how the board reads it.

#include "app/look/parameter_grid.h"
#include "app/places/channels/sources/source_view.h"
#include "app/places/channels/workbench.h"
#include "instrument/source_parameters.h"

#include <optional>

namespace fern::app {

class SourceBench : public Workbench {
    Q_OBJECT
public:
    SourceBench(SourceSide side, Document& document, QWidget* parent);

protected:
    void showInputs(const RunView& view) override;

private:
    SourceSide m_side;
    ParameterGrid* m_figures;
    Card* m_viewCard;
    SourceView* m_view = nullptr;
    /// That the view was made for.
    std::optional<std::pair<SourceKind, DerivedKind>> m_kind;
};

} // namespace fern::app

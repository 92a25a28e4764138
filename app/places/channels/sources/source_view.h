#pragma once
// What a source looks like while it runs; each kind has the view that shows its raw side best.

#include "app/document/document.h"
#include "app/runner/run_view.h"

#include <QWidget>

namespace fern::app {

class SourceView : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;

    /// Shows the run; `channel` is as the document has it now.
    virtual void showRun(const RunView& view, const Channel& channel) = 0;
};

/// Makes the view of one side of a source.
SourceView* makeOutsideView(SourceKind kind, Document& document, QWidget* parent);
SourceView* makeFirmwareView(const Source& source, Document& document, QWidget* parent);

} // namespace fern::app

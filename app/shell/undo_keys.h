#pragma once
// Ctrl+Z takes the document's last change back wherever the focus is; inside a field it undoes
// typing only while that is not yet entered.

#include <QObject>

namespace fern::app {

/// Sees the keys of the whole application, as its event filter.
class UndoKeys : public QObject {
public:
    explicit UndoKeys(QObject* parent);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
};

} // namespace fern::app

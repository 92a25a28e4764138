#pragma once
// The codes of a channel with their names and how often each came. The last one that has no name
// can be learned: typed once, it has one.

#include "app/places/channels/sources/names_view.h"

#include <QLabel>

namespace fern::app {

class CodeList : public NamesView {
    Q_OBJECT
public:
    CodeList(Document& document, QWidget* parent);

    void showRun(const RunView& view, const Channel& channel) override;

private:
    void learn();

    QString m_lastCode; ///< the last one without a name
    QLabel* m_last;
    QLineEdit* m_name;
    QPushButton* m_learn;
};

} // namespace fern::app

#pragma once
// What every workbench has: inputs on the left, the stage's facts on the right.

#include "app/document/document.h"
#include "app/look/card.h"
#include "app/look/inputs.h"
#include "app/runner/run_view.h"

#include <QFormLayout>
#include <QGridLayout>
#include <QLabel>

namespace fern::app {

class Workbench : public Card {
    Q_OBJECT
public:
    Workbench(const QString& title, const QString& subtitle, Leaf leaf, Document& document,
        QWidget* parent);

    /// Shows the values of the channel, reader and display that the view looks at.
    void showView(const RunView& view);

Q_SIGNALS:
    void refused(const QString& message);

protected:
    /// Puts the document's values into the inputs.
    virtual void showInputs(const RunView& view) = 0;

    QuantityEdit* addQuantity(const QString& label, const char* objectName);
    /// Adds a text that fills the inputs' column, to the left of the facts.
    QLabel* addWords();
    void addInput(const QString& label, QWidget* input, const char* objectName);
    Document& document() { return m_document; }
    const Channel& channel() const { return *m_channel; }
    const Reader& reader() const { return *m_reader; }
    const Display& display() const { return *m_display; }
    const Part& board() const;

private:
    void showFacts(const std::vector<Fact>& facts);

    Document& m_document;
    Leaf m_leaf;
    QFormLayout* m_form;
    QGridLayout* m_facts;
    std::vector<std::array<QLabel*, 3>> m_rows;
    Shared<Channel> m_channel;
    Shared<Reader> m_reader;
    Shared<Display> m_display;
};

} // namespace fern::app

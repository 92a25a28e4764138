#pragma once
// What every workbench has: a card with inputs on the left and the stage's facts on the right, and
// below it whatever the stage shows.

#include "app/document/document.h"
#include "app/look/card.h"
#include "app/look/inputs.h"
#include "app/look/line_label.h"
#include "app/look/scroll.h"
#include "app/runner/run_view.h"

#include <QComboBox>
#include <QFormLayout>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QSpinBox>

namespace fern::app {

class Workbench : public QWidget {
    Q_OBJECT
public:
    Workbench(const QString& title, const QString& subtitle, Leaf leaf, Document& document,
        QWidget* parent);

    /// Shows the values of the channel, reader and display that the view looks at.
    void showView(const RunView& view);

Q_SIGNALS:
    void refused(const QString& message);
    /// The menu of what can drive the instrument is wanted, below a point of the screen.
    void sourceMenuWanted(const QPoint& at);
    /// Something that was hidden is seen now: the view shall be shown again.
    void viewWanted();

protected:
    /// Puts the document's values into the inputs, and the run's into what stands below.
    virtual void showInputs(const RunView& view) = 0;

    QuantityEdit* addQuantity(const QString& label, const char* objectName);
    /// Makes an input that the caller places.
    QuantityEdit* makeQuantity(const QString& label, const char* objectName);
    /// Adds two inputs on one line, with a word between; returns what holds them.
    QWidget* addPair(const QString& label, QWidget* first, const QString& between, QWidget* second);
    NumberEdit* makeNumber(const QString& label, const QString& suffix, const char* objectName);
    /// Adds a plain number with a word behind it, such as "LSB" or "%".
    NumberEdit* addNumber(const QString& label, const QString& suffix, const char* objectName);
    QComboBox* addChoice(const QString& label, const QStringList& words, const char* objectName);
    /// Makes a whole number that is no row of its own yet.
    QSpinBox* makeWhole(const QString& label, int least, int most, const char* objectName);
    QSpinBox* addWhole(const QString& label, int least, int most, const char* objectName);
    void addInput(const QString& label, QWidget* input, const char* objectName);
    /// Shows or hides an input with its label.
    void setInputVisible(QWidget* input, bool visible);
    /// What scrolls inside the card: inputs and facts, and what a bench adds above or below.
    QVBoxLayout* card() { return m_content; }
    /// Puts a widget at the right end of the card's title line.
    void addTool(QWidget* tool) { m_card->addTool(tool); }
    /// Puts a widget of the bench's own where the inputs stand.
    void setInsteadOfInputs(QWidget* widget);
    /// Puts a widget of the bench's own where the facts stand; it also overrides showFacts().
    void setInsteadOfFacts(QWidget* widget);
    /// Adds a card below the first one, without a title.
    Card* addCard(int stretch);
    QVBoxLayout* column() { return m_column; }

    /// A thing of the document under its name, as one undo step.
    void apply(const QString& name, const Result<Instrument>& edited)
    {
        m_document.apply(name, edited);
    }
    Document& document() { return m_document; }
    const Instrument& instrument() const { return m_document.instrument(); }
    // As the document has them now: an edit may come before the view of the last one.
    const Channel& channel() const { return newest(instrument().channels, m_channel); }
    const Reader& reader() const { return newest(instrument().readers, m_reader); }
    const Display& display() const { return newest(instrument().displays, m_display); }
    const Part& board() const;

    /// Whose a figure is: the channel's, in a unit or on a display where those decide.
    QString ownerOf(Figure figure, const std::string& unit, const std::string& display) const;

    virtual void showFacts(const std::vector<Fact>& facts);
    void showEvent(QShowEvent* event) override;

private:
    template <class T>
    static const T& newest(const std::vector<Shared<T>>& list, const Shared<T>& known)
    {
        const auto* now = findById(list, known->id);
        return now == nullptr ? *known : *now;
    }

    /// Puts the button that says, and changes, where the readings come from on the card.
    void addSourceButton();

    Document& m_document;
    Leaf m_leaf;
    QPushButton* m_source = nullptr;
    QVBoxLayout* m_column;
    Card* m_card;
    FormScroll* m_inside; ///< of the card
    QVBoxLayout* m_content;
    QHBoxLayout* m_columns;
    QFormLayout* m_form;
    QGridLayout* m_facts;
    struct FactRow {
        QLabel* label;
        LineLabel* value;
        LineLabel* note;
    };
    std::vector<FactRow> m_rows;
    Shared<Channel> m_channel;
    Shared<Reader> m_reader;
    Shared<Display> m_display;
    std::string m_page; ///< id of what the display shows
};

} // namespace fern::app

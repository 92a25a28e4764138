#pragma once
// A card: a rounded panel with a title line.

#include <QFrame>
#include <QLabel>
#include <QVBoxLayout>

namespace fern::app {

class Card : public QFrame {
    Q_OBJECT
public:
    explicit Card(const QString& title, QWidget* parent = nullptr);

    /// The small text beside the title.
    void setSubtitle(const QString& text);
    /// Adds a button at the right end of the title line.
    void addTool(QWidget* tool) { m_titleRow->addWidget(tool); }
    /// Where the content goes.
    QVBoxLayout* body() { return m_body; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QVBoxLayout* m_body;
    QHBoxLayout* m_titleRow;
    QLabel* m_subtitle;
};

/// A label that takes as many lines as its words need in the width that there is.
QLabel* wrappedLabel(QWidget* parent, const char* objectName);

/// A label in the soft colour.
QLabel* softLabel(const QString& text, QWidget* parent = nullptr);

} // namespace fern::app

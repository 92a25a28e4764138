#pragma once
// A note on one line: whole where there is room, cut with an ellipsis where most of it fits, and
// else only in the tool tip.

#include <QWidget>

namespace fern::app {

class NoteLabel : public QWidget {
    Q_OBJECT
public:
    explicit NoteLabel(QWidget* parent = nullptr);

    void setText(const QString& text);
    const QString& text() const { return m_text; }
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString m_text;
};

} // namespace fern::app

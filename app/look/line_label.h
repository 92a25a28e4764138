#pragma once
// A line of text that may change many times a second. Unlike a QLabel it asks for a new layout only
// when it needs more room than ever before, so a run does not lay the window out again and again.

#include <QFont>
#include <QWidget>

namespace fern::app {

class LineLabel : public QWidget {
    Q_OBJECT
public:
    /// A figure is always shown whole. A note is whole where there is room for it, cut with an
    /// ellipsis where most of it fits, and else only in its tool tip.
    enum class Kind { Figure, Note };

    LineLabel(Kind kind, const QFont& font, QWidget* parent = nullptr);

    void setText(const QString& text);
    /// Forgets the room it had, for a text of another meaning.
    void forgetRoom() { m_widest = 0; }
    const QString& text() const { return m_text; }
    QSize sizeHint() const override { return {m_widest, m_height}; }
    QSize minimumSizeHint() const override
    {
        return {m_kind == Kind::Note ? 0 : m_widest, m_height};
    }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Kind m_kind;
    QString m_text;
    int m_needed = 0; ///< width of the text
    int m_widest = 0; ///< the widest that it ever was
    int m_height;
};

} // namespace fern::app

#pragma once
// A line above the tick bar: what was refused, how far work has come, what is asked, and good news.
// Each kind holds one notice; the most urgent one is seen, and the others wait behind it.

#include "app/notice/field_note.h"

#include <QWidget>

#include <array>
#include <functional>
#include <optional>
#include <vector>

class QHBoxLayout;
class QLabel;

namespace fern::app {

class BackgroundJob;

class NoticeBar : public QWidget {
    Q_OBJECT
public:
    /// In the order of their urgency.
    enum class Kind { Refusal, Progress, Question, News };
    static constexpr std::size_t kindCount = 4;

    struct Way {
        QString label;
        std::function<void()> go; ///< the notice goes first
    };

    explicit NoticeBar(QWidget* parent = nullptr);

    /// Says what could not be done, until the next change of the document; at its field where an
    /// entry is being taken.
    void refuse(const QString& message);
    /// Says what went well, until the next change of the document or one of the ways is chosen.
    void tell(const QString& message, std::vector<Way> ways = {});
    /// Asks; it stays until one of the ways is chosen or it no longer holds. The last way changes
    /// nothing and gets the focus when the bar is reached by keys.
    void ask(const QString& message, std::vector<Way> ways);
    /// From now on shows how far a job has come, with the way to stop it.
    void follow(BackgroundJob& job);
    /// The document has changed: what was said about the last entry is over.
    void clearPassing();
    /// A question is answered elsewhere.
    void withdraw(Kind kind);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Notice {
        QString message;
        std::vector<Way> ways;
    };
    void put(Kind kind, Notice notice);
    void showUrgent();

    FieldNote* m_atField;
    QLabel* m_text;
    QHBoxLayout* m_ways;
    std::vector<QWidget*> m_buttons;
    std::array<std::optional<Notice>, kindCount> m_notices;
    std::optional<Kind> m_shown;
};

} // namespace fern::app

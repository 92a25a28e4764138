#pragma once
// A line above the tick bar for what went wrong or happened outside, with buttons for the ways out.

#include <QWidget>

#include <functional>
#include <vector>

class QHBoxLayout;
class QLabel;

namespace fern::app {

class NoticeBar : public QWidget {
    Q_OBJECT
public:
    struct Way {
        QString label;
        std::function<void()> go; ///< the bar hides itself first
    };

    explicit NoticeBar(QWidget* parent = nullptr);

    /// Says something about an entry; the next change of the document takes it away.
    void showMessage(const QString& message);
    /// Says something that stays until one of the ways is chosen.
    void showChoice(const QString& message, std::vector<Way> ways);
    /// Says how far work has come, with the way to stop it; called again, only the words change.
    void showProgress(const QString& message, const std::function<void()>& stop);
    /// Takes away what showProgress() said.
    void endProgress();
    /// Hides what showMessage() said.
    void clearMessage();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QLabel* m_text;
    QHBoxLayout* m_ways;
    std::vector<QWidget*> m_buttons;
    bool m_isChoice = false;
    bool m_isProgress = false;
};

} // namespace fern::app

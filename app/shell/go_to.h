#pragma once
// A list that is searched by typing: whatever the window can go to or do.

#include <QFrame>
#include <QPointer>

#include <functional>
#include <vector>

class QLineEdit;
class QListWidget;

namespace fern::app {

/// What can be gone to.
struct Target {
    QString kind; ///< "Channel", "Finding", said before it
    QString words; ///< what it is called
    QString detail{}; ///< a live value, keys
    std::function<void()> go;
};

class GoTo : public QFrame {
    Q_OBJECT
public:
    explicit GoTo(QWidget* window);

    using Source = std::function<std::vector<Target>()>;

    /// Opens below `at`, in the window's coordinates, with nothing typed yet.
    void open(Source source, const QPoint& at);
    /// While it is open: asks the source again, for the values of now.
    void refresh();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    /// Lists the targets that hold every typed word, those that begin with one first.
    void search();
    void choose();
    /// Gives the focus back to where it was.
    void closeList();

    Source m_source;
    std::vector<Target> m_targets;
    QLineEdit* m_typed;
    QListWidget* m_list;
    QPointer<QWidget> m_before; ///< had the focus
};

} // namespace fern::app

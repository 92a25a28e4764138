#pragma once
// Questions to the user, behind an interface so that a test can answer them.

#include <QStringList>

#include <optional>

class QWidget;

namespace fern::app {

class Dialogs {
public:
    enum class Answer { Save, Discard, Cancel };

    virtual ~Dialogs() = default;
    /// Returns a file to open, or an empty text.
    virtual QString fileToOpen(QWidget* parent, const QString& title, const QString& filter) = 0;
    /// Returns a file to write, or an empty text.
    virtual QString fileToSave(QWidget* parent, const QString& title, const QString& proposed) = 0;
    virtual void showError(QWidget* parent, const QString& title, const QString& message) = 0;
    /// Asks what to do with changes that are not saved.
    virtual Answer askAboutChanges(QWidget* parent, const QString& name) = 0;
    /// Asks a question and returns the index of the answer. The last answer changes nothing: it has
    /// the focus, and Escape gives it.
    virtual int ask(QWidget* parent, const QString& title, const QString& question,
        const QStringList& answers) = 0;
    /// Asks for one line of text; none when the user turns away.
    virtual std::optional<QString> askText(QWidget* parent, const QString& title,
        const QString& question, const QString& proposed) = 0;
    virtual void showAbout(QWidget* parent, const QString& title, const QString& text) = 0;
};

/// The real dialogs.
Dialogs& systemDialogs();

} // namespace fern::app

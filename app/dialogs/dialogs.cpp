#include "app/dialogs/dialogs.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QInputDialog>
#include <QMessageBox>
#include <QPushButton>

namespace fern::app {

namespace {

class SystemDialogs : public Dialogs {
public:
    QString fileToOpen(QWidget* parent, const QString& title, const QString& filter) override
    {
        return QFileDialog::getOpenFileName(parent, title, {}, filter);
    }
    QString fileToSave(QWidget* parent, const QString& title, const QString& proposed) override
    {
        const auto ending = QFileInfo(proposed).suffix();
        return QFileDialog::getSaveFileName(parent, title, proposed,
            ending == QStringLiteral("json") ? QObject::tr("Instruments (*.fern.json)")
                                             : QStringLiteral("*.%1").arg(ending));
    }
    void showError(QWidget* parent, const QString& title, const QString& message) override
    {
        QMessageBox::warning(parent, title, message);
    }
    Answer askAboutChanges(QWidget* parent, const QString& name) override
    {
        const auto button = QMessageBox::question(parent, QObject::tr("Save the changes?"),
            QObject::tr("%1 has changes that are not saved.").arg(name),
            QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel);
        return button == QMessageBox::Save   ? Answer::Save
            : button == QMessageBox::Discard ? Answer::Discard
                                             : Answer::Cancel;
    }
    bool askEither(QWidget* parent, const QString& title, const QString& question,
        const QString& first, const QString& second) override
    {
        QMessageBox box(QMessageBox::Question, title, question, QMessageBox::NoButton, parent);
        const QAbstractButton* yes = box.addButton(first, QMessageBox::AcceptRole);
        box.addButton(second, QMessageBox::RejectRole);
        box.exec();
        return box.clickedButton() == yes;
    }
    std::optional<QString> askText(QWidget* parent, const QString& title, const QString& question,
        const QString& proposed) override
    {
        bool accepted = false;
        const auto text =
            QInputDialog::getText(parent, title, question, QLineEdit::Normal, proposed, &accepted);
        return accepted ? std::optional(text) : std::nullopt;
    }
    void showAbout(QWidget* parent, const QString& title, const QString& text) override
    {
        QMessageBox::about(parent, title, text);
    }
};

} // namespace

Dialogs& systemDialogs()
{
    static SystemDialogs dialogs;
    return dialogs;
}

} // namespace fern::app

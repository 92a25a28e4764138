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
            QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Cancel);
        return button == QMessageBox::Save   ? Answer::Save
            : button == QMessageBox::Discard ? Answer::Discard
                                             : Answer::Cancel;
    }
    int ask(QWidget* parent, const QString& title, const QString& question,
        const QStringList& answers) override
    {
        QMessageBox box(QMessageBox::Question, title, question, QMessageBox::NoButton, parent);
        QList<QAbstractButton*> buttons;
        for (const auto& answer : answers) {
            auto* button = box.addButton(answer,
                buttons.size() + 1 < answers.size() ? QMessageBox::ActionRole
                                                    : QMessageBox::RejectRole);
            box.setDefaultButton(button);
            box.setEscapeButton(button);
            buttons << button;
        }
        box.exec();
        return static_cast<int>(buttons.indexOf(box.clickedButton()));
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
        QMessageBox box(QMessageBox::NoIcon, title, text, QMessageBox::Close, parent);
        box.setTextFormat(Qt::RichText);
        box.exec();
    }
};

} // namespace

Dialogs& systemDialogs()
{
    static SystemDialogs dialogs;
    return dialogs;
}

} // namespace fern::app

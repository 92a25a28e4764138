#pragma once
// A real window on a copy of the demo, with dialogs that a test answers in advance.

#include "app/findings/findings_view.h"
#include "app/glass/glass_view.h"
#include "app/look/line_label.h"
#include "app/places/channels/channels_place.h"
#include "app/shell/main_window.h"
#include "app/stem/leaf_button.h"
#include "tests/support.h"

#include <QAccessible>
#include <QAction>
#include <QApplication>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QSpinBox>
#include <QTemporaryDir>
#include <QTest>
#include <QToolButton>

/// So that a failed comparison can be read.
inline void PrintTo(const QString& text, std::ostream* out)
{
    *out << '"' << text.toStdString() << '"';
}

namespace fern::app {

class AnsweredDialogs : public Dialogs {
public:
    QString fileToOpen(
        QWidget* /*parent*/, const QString& /*title*/, const QString& /*filter*/) override
    {
        return std::exchange(nextOpen, {});
    }
    QString fileToSave(
        QWidget* /*parent*/, const QString& /*title*/, const QString& /*proposed*/) override
    {
        return std::exchange(nextSave, {});
    }
    void showError(QWidget* /*parent*/, const QString& title, const QString& message) override
    {
        errors << title + QStringLiteral(": ") + message;
    }
    Answer askAboutChanges(QWidget* /*parent*/, const QString& /*name*/) override
    {
        ++asked;
        return answer;
    }
    int ask(QWidget* /*parent*/, const QString& /*title*/, const QString& question,
        const QStringList& answers) override
    {
        questions << question;
        const auto at = answers.indexOf(chosen);
        return static_cast<int>(at < 0 ? answers.size() - 1 : at);
    }
    std::optional<QString> askText(QWidget* /*parent*/, const QString& /*title*/,
        const QString& /*question*/, const QString& proposed) override
    {
        proposals << proposed;
        return std::exchange(nextText, {});
    }
    void showAbout(QWidget* /*parent*/, const QString& /*title*/, const QString& text) override
    {
        abouts << text;
    }

    QString nextOpen, nextSave;
    std::optional<QString> nextText;
    QStringList errors, questions, proposals, abouts;
    Answer answer = Answer::Cancel;
    QString chosen; ///< of a question's answers; the harmless one when it has none such
    int asked = 0;
};

class WindowTest : public testing::Test {
protected:
    // Milliseconds, on a machine that does other work too.
#ifdef __SANITIZE_THREAD__
    static constexpr int patience = 90000;
#else
    static constexpr int patience = 20000;
#endif

    /// What the window opens first.
    virtual const char* instrumentFile() const
    {
        return "demo/wagtail-skiff.fern.json";
    }
    void SetUp() override
    {
        path = folder.filePath(QStringLiteral("skiff.fern.json"));
        ASSERT_TRUE(QFile::copy(QString::fromStdString(test::sourcePath(instrumentFile())), path));
        window.show();
        ASSERT_TRUE(window.files().open(path));
        settle();
        // At 100 s the scenario is calm: the number on the glass is steady.
        window.runner().jumpTo(ticksFromSeconds(100));
        ASSERT_TRUE(QTest::qWaitFor(
            [this] { return window.runner().view()->now >= ticksFromSeconds(100); }, patience));
    }
    /// Copies the demo's capture too.
    void copyCapture() const
    {
        const QString name = QStringLiteral("house-battery-evening.csv");
        QDir().mkpath(folder.filePath(QStringLiteral("skiff.fern.d")));
        ASSERT_TRUE(QFile::copy(
            QString::fromStdString(test::sourcePath("demo/wagtail-skiff.fern.d/")) + name,
            folder.filePath(QStringLiteral("skiff.fern.d/")) + name));
    }
    /// Waits until the view shows the instrument as it is.
    void settle()
    {
        ASSERT_TRUE(QTest::qWaitFor(
            [this] {
                const auto& view = *window.runner().view();
                return view.revision == window.runner().revision() && !view.isCatchingUp;
            },
            patience));
    }
    static bool waitFor(const std::function<bool()>& isSo)
    {
        return QTest::qWaitFor(isSo, patience);
    }
    /// Clicks a button once it is laid out and can be pressed.
    void click(const char* name)
    {
        auto* button = find<QAbstractButton>(name);
        ASSERT_TRUE(waitFor([&] {
            return button->isEnabled() && button->visibleRegion().boundingRect() == button->rect();
        })) << name;
        QTest::mouseClick(button, Qt::LeftButton);
        settle();
    }
    void openChannel(const char* id)
    {
        QTest::mouseClick(
            find<QAbstractButton>((std::string("channelTab") + id).c_str()), Qt::LeftButton);
        settle();
    }
    Storage storage() const
    {
        return Storage(folder.filePath(QStringLiteral("kept")));
    }
    void trigger(const char* action)
    {
        auto* found = window.findChild<QAction*>(QString::fromLatin1(action));
        ASSERT_NE(found, nullptr) << action;
        ASSERT_TRUE(found->isEnabled()) << action;
        found->trigger();
        settle();
    }
    /// Chooses an entry of a menu that is open, with the mouse.
    void clickEntry(QMenu* menu, const QString& text)
    {
        ASSERT_TRUE(menu->isVisible());
        for (auto* action : menu->actions())
            if (action->text() == text) {
                QTest::mouseClick(menu, Qt::LeftButton, {}, menu->actionGeometry(action).center());
                return settle();
            }
        FAIL() << "no entry " << text.toStdString();
    }
    /// The middle of another widget in a widget's own coordinates, for a drag onto it.
    static QPoint middleOf(const QWidget* other, const QWidget* in)
    {
        return in->mapFromGlobal(other->mapToGlobal(other->rect().center()));
    }
    const Instrument& instrument()
    {
        return window.document().instrument();
    }
    template <class T> T* find(const char* name)
    {
        auto* widget = window.findChild<T*>(QString::fromLatin1(name));
        EXPECT_NE(widget, nullptr) << name;
        return widget;
    }
    LeafButton* leaf(const char* name)
    {
        return find<LeafButton>((std::string("leaf") + name).c_str());
    }
    void openLeaf(const char* name)
    {
        QTest::mouseClick(leaf(name), Qt::LeftButton);
        QCoreApplication::processEvents(); // so that its workbench is laid out
    }
    /// Types a text over what stands in an input, ended by Enter.
    void type(const char* input, const QString& text)
    {
        // Grids of figures in several workbenches share names; one of them is seen.
        QLineEdit* edit = nullptr;
        ASSERT_TRUE(waitFor([&] {
            for (auto* one : window.findChildren<QLineEdit*>(QString::fromLatin1(input)))
                edit = one->isVisible() ? one : edit;
            return edit != nullptr;
        })) << input;
        QTest::mouseClick(edit, Qt::LeftButton);
        QTest::keyClick(edit, Qt::Key_A, Qt::ControlModifier);
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
        settle();
    }
    bool hasFinding(const char* rule)
    {
        return window.findChild<QWidget*>(QStringLiteral("finding") + QString::fromLatin1(rule))
            != nullptr;
    }
    static QString accessibleName(QWidget* widget)
    {
        const auto* interface = QAccessible::queryAccessibleInterface(widget);
        return interface == nullptr ? QString() : interface->text(QAccessible::Name);
    }
    /// What was told last: at the field that was typed into, or in the bar.
    QLabel* notice()
    {
        auto* atField = window.findChild<QLabel*>(QStringLiteral("fieldNote"));
        return atField != nullptr && atField->isVisible() ? atField : find<QLabel>("notice");
    }

    AnsweredDialogs dialogs;
    QTemporaryDir folder;
    QString path;
    MainWindow window{dialogs, storage()};
};

} // namespace fern::app

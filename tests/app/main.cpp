#include "app/look/look.h"
#include "app/shell/main_window.h"
#include "instrument/edits.h"

#include <gtest/gtest.h>

#include <QApplication>
#include <QDir>
#include <QTest>

#include <clocale>
#include <csignal>

namespace {

/// The offscreen platform says of every window that it has no size hints.
void quiet(QtMsgType type, const QMessageLogContext& /*context*/, const QString& message)
{
    if (!message.contains(QLatin1String("propagateSizeHints")))
        std::fprintf(
            stderr, "%s%s\n", type == QtWarningMsg ? "warning: " : "", qPrintable(message));
}

/// Opens a file, changes it, and is killed once the recovery copy is there.
int editAndDie(const QString& path, const QString& folder)
{
    using namespace fern;
    app::MainWindow window(app::systemDialogs(), app::Storage(folder));
    if (!window.files().open(path))
        return 1;
    auto& document = window.document();
    auto divider = document.instrument().channels[0]->frontEnd;
    divider.r1 = {68, "kohm"};
    document.apply(
        QStringLiteral("R1"), withFrontEnd(document.instrument(), "house-battery", divider));
    const auto hasCopy = [&] {
        return !QDir(folder + QStringLiteral("/open"))
                    .entryList({QStringLiteral("*.fern.json")})
                    .isEmpty();
    };
    if (!QTest::qWaitFor(hasCopy))
        return 1;
    return std::raise(SIGKILL);
}

} // namespace

int main(int argc, char** argv)
{
    if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM") && !qEnvironmentVariableIsSet("DISPLAY"))
        qputenv("QT_QPA_PLATFORM", "offscreen");
    qInstallMessageHandler(quiet);
    testing::InitGoogleTest(&argc, argv);
    // A locale with a decimal comma, where the machine has one: numbers must not care.
    QLocale::setDefault(QLocale(QLocale::German, QLocale::Germany));
    QApplication application(argc, argv);
    std::setlocale(LC_NUMERIC, "C");
    fern::app::applyLook(application);
    const auto arguments = QApplication::arguments();
    if (arguments.size() == 4 && arguments[1] == QStringLiteral("--edit-and-die"))
        return editAndDie(arguments[2], arguments[3]);
    return RUN_ALL_TESTS();
}

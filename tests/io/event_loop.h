#pragma once
// For what needs Qt's event loop without a window.

#include <QCoreApplication>
#include <QEventLoop>
#include <QTimer>

#include <gtest/gtest.h>

#include <chrono>
#include <functional>

namespace fern::test {

class EventLoopTest : public testing::Test {
protected:
    static void SetUpTestSuite()
    {
        static int argc = 1;
        static char name[] = "io_tests";
        static char* argv[] = {name, nullptr};
        if (QCoreApplication::instance() == nullptr)
            static QCoreApplication application(argc, argv);
    }
    /// Waits until something is so, at most a minute.
    static bool waitFor(const std::function<bool()>& isSo)
    {
        const auto end = std::chrono::steady_clock::now() + std::chrono::minutes(1);
        while (!isSo() && std::chrono::steady_clock::now() < end) {
            QEventLoop loop; // what comes meanwhile is handled at once
            QTimer::singleShot(2, &loop, &QEventLoop::quit);
            loop.exec();
        }
        return isSo();
    }
};

} // namespace fern::test

#pragma once
// Runs a check in a child process under a limit that cannot be taken back.

#include <gtest/gtest.h>

#include <csignal>
#include <functional>

#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

namespace fern::test {

inline void inChild(const std::function<bool()>& check)
{
    const pid_t child = fork();
    ASSERT_NE(child, -1);
    if (child == 0)
        _exit(check() ? 0 : 1);
    int status = 0;
    ASSERT_EQ(waitpid(child, &status, 0), child);
    EXPECT_TRUE(WIFEXITED(status) && WEXITSTATUS(status) == 0) << "status " << status;
}

/// As the user nobody, without root's rights.
inline void asNobody(const std::function<bool()>& check)
{
    inChild([&] { return (getuid() != 0 || setuid(65534) == 0) && check(); });
}

/// As if the disk were full after `bytes` of a file.
inline void withFileSizeLimit(rlim_t bytes, const std::function<bool()>& check)
{
    inChild([&] {
        std::signal(SIGXFSZ, SIG_IGN);
        const rlimit limit{bytes, bytes};
        return setrlimit(RLIMIT_FSIZE, &limit) == 0 && check();
    });
}

} // namespace fern::test

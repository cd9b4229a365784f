//! The program. All of it is the library beside it, which is built while the engine still is: what is built for a program
//! itself waits for everything.

/// Findings are made on the threads that judge and freed on the one that puts them in order. The allocators of the
/// usual systems make threads wait for each other over that: a file that is wrong throughout takes them twice the time.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn main() -> std::process::ExitCode {
    lungwort_interface::run()
}

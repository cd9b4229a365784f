//! The program under limits that a system keeps: processor seconds that a debug build stays far below where work is linear, and an
//! address space of which whatever grows out of proportion has soon too little.

use super::{Folder, Ran};

/// Runs the program under the limits, where there are any.
pub fn run(folder: &Folder, arguments: &[&str]) -> Ran {
    #[cfg(unix)]
    {
        let program = env!("CARGO_BIN_EXE_lungwort");
        let limits = format!("ulimit -t 40; ulimit -v 1200000; exec '{program}' \"$@\"");
        let output = std::process::Command::new("sh")
            .current_dir(folder.path())
            .args(["-c", &limits, "lungwort"])
            .args(arguments)
            .env_remove("NO_COLOR")
            .output()
            .unwrap();
        let said = |bytes: Vec<u8>| String::from_utf8_lossy(&bytes).into_owned();
        let status = output.status.code().unwrap_or_else(|| panic!("{arguments:?}: {:?}", output.status));
        Ran { status, stdout: said(output.stdout), stderr: said(output.stderr) }
    }
    #[cfg(not(unix))]
    folder.run(arguments)
}

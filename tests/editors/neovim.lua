-- Drives Neovim as a person would, and writes what it saw into the file that QUILL_REPORT names.
local report = {}
local function say(name, value) report[name] = value end

local function wait(what, test)
  if not vim.wait(20000, test, 50) then error("waited in vain: " .. what) end
end

local function marks()
  local found = {}
  for _, one in ipairs(vim.diagnostic.get(0)) do
    table.insert(found, string.format("%d:%d %s %s", one.lnum, one.col, one.code or one.user_data.lsp.code, one.message))
  end
  table.sort(found)
  return found
end

local function lines() return vim.api.nvim_buf_get_lines(0, 0, -1, false) end

local ok, fault = pcall(function()
  vim.cmd("edit src/a.js")
  wait("marks of the opened file", function() return #vim.diagnostic.get(0) == 1 end)
  say("opened", marks())

  -- Typed, and mended by hand.
  vim.cmd("normal! Gowater();")
  wait("a mark of what was typed", function() return #vim.diagnostic.get(0) == 2 end)
  say("typed", marks())
  vim.cmd("normal! Gdd")
  wait("the mark to go", function() return #vim.diagnostic.get(0) == 1 end)

  -- The quick fix, chosen from the menu. The line holds letters of more than one byte.
  local offered = {}
  vim.ui.select = function(items, _, choose)
    for _, item in ipairs(items) do table.insert(offered, item[2].title) end
    choose(items[1], 1)
  end
  vim.api.nvim_win_set_cursor(0, { 2, vim.diagnostic.get(0)[1].col })
  vim.lsp.buf.code_action()
  wait("the quick fix", function() return #vim.diagnostic.get(0) == 0 end)
  say("offered", offered)
  say("fixed", lines())

  vim.lsp.buf.hover()

  -- What the editor is set to: files that are not open are told of.
  local function elsewhere()
    for _, one in ipairs(vim.diagnostic.get()) do
      if vim.api.nvim_buf_get_name(one.bufnr):match("b%.js$") then return one.message end
    end
  end
  wait("marks of another file", function() return elsewhere() ~= nil end)
  say("elsewhere", elsewhere())

  -- Saving settles what was there when the file was opened.
  vim.cmd("normal! Godebugger;")
  wait("a mark of the pause", function() return #vim.diagnostic.get(0) == 1 end)
  vim.cmd("write")
  vim.cmd("write")
  say("kept", lines())
  vim.cmd("bdelete")
  vim.cmd("edit src/a.js")
  wait("the marks of the file opened anew", function() return #vim.diagnostic.get(0) == 1 end)
  vim.cmd("write")
  say("saved", vim.fn.readfile("src/a.js"))

  -- Laid out on request.
  vim.api.nvim_buf_set_lines(0, -1, -1, false, { "if(fare){moor( );}" })
  vim.wait(300)
  if vim.lsp.buf.format then vim.lsp.buf.format() else vim.lsp.buf.formatting_sync(nil, 5000) end
  say("laid out", vim.list_slice(lines(), #lines() - 2))
  wait("a mark of the call", function() return #vim.diagnostic.get(0) == 1 end)

  -- A file of Python: its marks, the quick fix of each, and its layout.
  vim.cmd("edit! src/tides.py")
  wait("the marks of Python", function() return #vim.diagnostic.get(0) == 2 end)
  say("python", marks())
  for left = 1, 0, -1 do
    local one = vim.diagnostic.get(0)[1]
    vim.api.nvim_win_set_cursor(0, { one.lnum + 1, one.col })
    vim.lsp.buf.code_action()
    wait("a quick fix of Python", function() return #vim.diagnostic.get(0) == left end)
  end
  vim.api.nvim_buf_set_lines(0, -1, -1, false, { "high=[1,2]" })
  vim.wait(300)
  if vim.lsp.buf.format then vim.lsp.buf.format() else vim.lsp.buf.formatting_sync(nil, 5000) end
  say("python laid out", lines())
  vim.cmd("write")

  -- A page: marks in markup, in a script and in a handler, the quick fix of each, and layout of the script alone.
  vim.cmd("edit! src/quay.html")
  wait("the marks of the page", function() return #vim.diagnostic.get(0) == 3 end)
  say("page", marks())
  for left = 2, 0, -1 do
    local one = vim.diagnostic.get(0)[1]
    vim.api.nvim_win_set_cursor(0, { one.lnum + 1, one.col })
    vim.lsp.buf.code_action()
    wait("a quick fix of the page", function() return #vim.diagnostic.get(0) == left end)
  end
  vim.api.nvim_buf_set_lines(0, 2, 2, false, { "    if(pier){tell( );}" })
  vim.wait(300)
  if vim.lsp.buf.format then vim.lsp.buf.format() else vim.lsp.buf.formatting_sync(nil, 5000) end
  say("page laid out", lines())
  vim.cmd("write")

  -- A name of another file: its import is taken, and follows when that file is renamed.
  vim.fn.writefile({ "export const highest = 3;" }, "src/levels.js")
  vim.cmd("edit src/board.js")
  vim.api.nvim_buf_set_lines(0, 0, -1, false, { "export default highest;" })
  -- This editor does not tell of files that come: they count from the next save on.
  vim.cmd("write")
  wait("a mark of the name", function() return #vim.diagnostic.get(0) == 1 end)
  vim.api.nvim_win_set_cursor(0, { 1, vim.diagnostic.get(0)[1].col })
  vim.lsp.buf.code_action()
  wait("the import", function() return #vim.diagnostic.get(0) == 0 and #lines() > 1 end)
  say("imported", lines())
  vim.cmd("write")
  local files = { { oldUri = vim.uri_from_fname(vim.fn.fnamemodify("src/levels.js", ":p")), newUri = vim.uri_from_fname(vim.fn.fnamemodify("src/tides/levels.js", ":p")) } }
  for _, client in pairs(vim.lsp.buf_get_clients(0)) do
    local answer = client.request_sync("workspace/willRenameFiles", { files = files }, 10000, 0)
    vim.lsp.util.apply_workspace_edit(answer.result, client.offset_encoding)
    vim.fn.mkdir("src/tides", "p")
    vim.fn.rename("src/levels.js", "src/tides/levels.js")
    client.notify("workspace/didRenameFiles", { files = files })
  end
  say("followed", lines())
  vim.cmd("write")
  -- What leads nowhere would be marked.
  vim.api.nvim_buf_set_lines(0, -1, -1, false, { "lowest();" })
  wait("the marks after the rename", function() return #vim.diagnostic.get(0) > 0 end)
  say("after the rename", marks())
  vim.cmd("edit! | bdelete")

  -- The settings file as it is typed.
  vim.cmd("edit alert-quill.jsonc")
  vim.api.nvim_buf_set_lines(0, 0, -1, false, { '{ "kitz": [] }' })
  wait("a mark of the settings", function() return #vim.diagnostic.get(0) == 1 end)
  say("settings", vim.diagnostic.get(0)[1].message)
  vim.cmd("edit! | bdelete")

  -- Other settings count at once.
  vim.fn.writefile({ '{ "languages": { "javascript": { "known": ["moor"] } } }' }, "alert-quill.jsonc")
  wait("the settings to count", function() return #vim.diagnostic.get(0) == 0 end)
end)
if not ok then say("fault", fault .. "\n" .. vim.inspect(marks())) end

vim.fn.writefile({ vim.json.encode(report) }, os.getenv("QUILL_REPORT"))
vim.cmd("qall!")
